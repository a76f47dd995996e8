import { expect, test } from '@jest/globals'
import { choosePaths } from '../../server/services/planning/choose/choosePaths'
import { openJoints, type LinePaths, type PlanLine } from '../../core/tasks'
import type { PlanAnswer } from '../../core/plan'
import { answer, refuse, type Result } from '../../core/result'
import { layer, recipe } from '../fixtures/studio'

/** Six layers, of which each joint may be sanded. */
const six: PlanLine = {
  id: 7,
  owner: null,
  recipe: recipe({
    layers: Array.from({ length: 6 }, (_, i) => layer({ id: i + 1, name: `depth ${i + 1}` })),
    steps: [],
  }),
  quantity: 1,
  pots: [],
  demoulded: new Set(),
  good: new Set(),
  promisedMin: 0,
  weight: 1,
  mayFail: 0,
  inParts: false,
}
/** A plan that ends some days after its layers alone, three more for each joint that is sanded. */
const endsWith = (sanded: number): PlanAnswer =>
  ({ objective: { weightedCompletionMin: (6 + 3 * sanded) * 1440 } }) as PlanAnswer
/** A workshop in which some joints cannot be met while tacky. */
const where =
  (needed: readonly string[], asked: number[] = []) =>
  (_: PlanLine, { sanded }: LinePaths): Promise<Result<PlanAnswer>> => {
    asked.push(sanded.size)
    return Promise.resolve(
      needed.every((joint) => sanded.has(joint as never))
        ? answer(endsWith(sanded.size))
        : refuse('infeasible'),
    )
  }

test('nothing is sanded where every joint can be met while it is tacky', async () => {
  const asked: number[] = []
  expect([...(await choosePaths([six], where([], asked))).sanded]).toEqual([])
  expect(asked).toEqual([0])
})

test('only the joints that cannot be met are sanded, not all of their line', async () => {
  const joints = openJoints(six)
  expect(joints).toHaveLength(5)
  const { sanded, impossible } = await choosePaths([six], where([joints[3]!]))
  expect([...sanded]).toEqual([joints[3]])
  expect(impossible.size).toBe(0)
})

test('a joint goes on being sanded where the line would end later without', async () => {
  const joints = openJoints(six)
  const slower = (line: PlanLine, paths: LinePaths) =>
    paths.sanded.size === joints.length
      ? Promise.resolve(answer(endsWith(0)))
      : where([joints[0]!])(line, paths)
  expect((await choosePaths([six], slower)).sanded.size).toBe(joints.length)
})

test('what no path holds is told', async () => {
  const { impossible, sanded } = await choosePaths([six], () =>
    Promise.resolve(refuse('infeasible')),
  )
  expect([...impossible.keys()]).toEqual([7])
  expect(sanded.size).toBe(0)
})
