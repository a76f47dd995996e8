import { expect, test } from '@jest/globals'
import {
  makerId,
  mayBeHeated,
  placeId,
  planRequest,
  stationId,
  type HeatedBox,
  type LinePaths,
  type PlanLine,
  type Workroom,
} from '../../core/tasks'
import { planWork, type PlannedTask } from '../../core/plan'
import { chooseBoxes } from '../../server/services/planning/choose/chooseBoxes'
import type { Paths } from '../../server/services/planning/choose/choosePaths'
import { planTogether } from '../../server/services/planning/choose/planTogether'
import { demoulding, recipe, resin, rules, step } from '../fixtures/studio'

const bearing = { ...resin, heatC: 55 }
const days = Array.from({ length: 30 }, (_, day): [number, number] => [
  day * 1440 + 480,
  day * 1440 + 1080,
])
const made = recipe({
  mouldId: null,
  steps: [demoulding, step({ name: 'sand', phase: 'after', waitsFor: 'sand', skill: 'finish' })],
})
const line = (id: number, promisedMin: number): PlanLine => ({
  id,
  recipe: made,
  owner: null,
  quantity: 2,
  promisedMin,
  weight: 1,
  mayFail: 0,
  inParts: false,
  demoulded: new Set(),
  good: new Set(),
  pots: [
    {
      id,
      layerId: 1,
      firstPiece: 1,
      pieces: 2,
      stirMin: 4,
      restMin: 6,
      pourMin: 4,
      workMin: 40,
      pouredMin: null,
      heatedUntilMin: null,
    },
  ],
})
const workroom = (rackCm2: number, box: Workroom['box']): Workroom => ({
  makers: [{ id: makerId.of(1), skills: ['pour', 'finish'], shifts: days }],
  stations: [
    { id: stationId.of(1), kind: 'bench', room: 'a' },
    { id: stationId.of(2), kind: 'pour table', room: 'a' },
  ],
  places: [
    { id: placeId.of(1), kind: 'rack', room: 'a', areaCm2: rackCm2 },
    ...(box ? [{ id: placeId.of(2), kind: 'box', room: 'the box', areaCm2: box.areaCm2 }] : []),
  ],
  moulds: [],
  ownOnly: [],
  range: { coldC: 20, warmC: 20 },
  box,
})
const warm: HeatedBox = { tempC: 40, areaCm2: 400, runs: [[0, 30 * 1440]] }
const none: Paths = {
  sanded: new Set(),
  boxLines: new Set(),
  edgeLines: new Set(),
  impossible: new Map(),
}

async function chosen(lines: PlanLine[], room: Workroom, isStable = false, paths = none) {
  const asked: (readonly string[])[] = []
  const ask = (some: PlanLine[], paths: LinePaths) =>
    planRequest({
      horizonMin: 30 * 1440,
      lines: some,
      resins: new Map([[1, bearing]]),
      workroom: room,
      rules,
      paths,
      iterations: 150,
      seed: 1,
    })
  const together = (paths: Paths, beside: readonly PlannedTask[] | null) => {
    asked.push(beside?.map(({ id }) => id) ?? [])
    return planTogether(lines, paths, ask, ({ request }) =>
      Promise.resolve(
        planWork(
          { request, pins: [], keep: beside, improves: !isStable, tries: 100 },
          { now: () => 0, startedAt: 0 },
        ),
      ),
    )
  }
  const before = await together(paths, null)
  const after = await chooseBoxes(before, {
    lines,
    isStable,
    mayBeHeated: (one) =>
      mayBeHeated(one, {
        box: room.box,
        range: room.range,
        resins: new Map([[1, bearing]]),
        marginPct: rules.cureMarginPct,
      }),
    planAgain: together,
  })
  if (!before.solved.ok || !after.solved.ok) throw new Error('no plan')
  return {
    before: before.solved.value.objective,
    after: after.solved.value.objective,
    boxLines: [...after.paths.boxLines],
    asked: asked.length,
    besides: asked,
    tasks: { before: before.solved.value.tasks, after: after.solved.value.tasks },
  }
}

test('where the rack holds one line at a time, others cure in the box, and less is late', async () => {
  const { before, after, boxLines } = await chosen(
    [line(1, 6000), line(2, 6000), line(3, 6000)],
    workroom(200, warm),
  )
  expect(before.weightedTardinessMin).toBeGreaterThan(0)
  expect(boxLines.length).toBeGreaterThan(0)
  expect(after.weightedTardinessMin).toBeLessThan(before.weightedTardinessMin)
})
test('where there is room and time enough nothing is carried, nor tried', async () => {
  const { boxLines, asked } = await chosen([line(1, 20_000), line(2, 20_000)], workroom(2000, warm))
  expect([boxLines, asked]).toEqual([[], 1])
})
test('a line late by so much that only warmth helps is heated though the rack is empty', async () => {
  const { after, boxLines } = await chosen([line(1, 4000)], workroom(2000, warm))
  expect(boxLines).toEqual([1])
  expect(after.weightedTardinessMin).toBe(0)
})
test('without a box all stays as it is', async () => {
  const { before, after, asked } = await chosen([line(1, 4000)], workroom(2000, null))
  expect(after).toEqual(before)
  expect(asked).toBe(1)
})
test('where what need not move has to stay, a late line is put anew beside the others, which stay', async () => {
  const { before, after, boxLines, besides, tasks } = await chosen(
    [line(1, 20_000), line(2, 4000)],
    workroom(2000, warm),
    true,
  )
  expect(boxLines).toEqual([2])
  expect(after.weightedTardinessMin).toBeLessThan(before.weightedTardinessMin)
  expect(besides).toHaveLength(2)
  expect(besides[1]!.some((id) => id.startsWith('line2.'))).toBe(false)
  const ofFirst = (list: readonly PlannedTask[]) => list.filter(({ id }) => id.startsWith('line1.'))
  expect(ofFirst(tasks.after)).toEqual(ofFirst(tasks.before))
})
test('and a line that is in time is not moved for the sake of a rack', async () => {
  const { boxLines } = await chosen(
    [line(1, 20_000), line(2, 20_000), line(3, 20_000)],
    workroom(200, warm),
    true,
  )
  expect(boxLines).toEqual([])
})
test('a line that waits for a box that stands cold goes back to the rack where it is sooner there', async () => {
  const cold: HeatedBox = { ...warm, runs: [[20 * 1440, 30 * 1440]] }
  const { before, after, boxLines } = await chosen([line(1, 10_000)], workroom(2000, cold), true, {
    ...none,
    boxLines: new Set([1]),
  })
  expect(before.weightedTardinessMin).toBeGreaterThan(0)
  expect([after.weightedTardinessMin, boxLines]).toEqual([0, []])
})
test('one that finds no time in the box at all is planned on the rack; what lies in the box already stays there', async () => {
  const never: HeatedBox = { ...warm, runs: [] }
  expect(
    (
      await chosen([line(1, 20_000)], workroom(2000, never), true, {
        ...none,
        boxLines: new Set([1]),
      })
    ).boxLines,
  ).toEqual([])
  const within = {
    ...line(1, 4000),
    pots: line(1, 0).pots.map((pot) => ({ ...pot, pouredMin: -200, heatedUntilMin: 60 })),
    recipe: recipe({ mouldId: null, steps: [demoulding] }),
  }
  expect(
    (await chosen([within], workroom(2000, never), true, { ...none, boxLines: new Set([1]) }))
      .boxLines,
  ).toEqual([1])
})
