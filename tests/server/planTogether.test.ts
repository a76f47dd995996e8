import { STARTING_WORK_RULES } from '../../core/trade'
import { expect, test } from '@jest/globals'
import {
  leaveTime,
  makerId,
  placeId,
  planRequest,
  stationId,
  type LinePaths,
  type PlanLine,
  type PlanQuestion,
} from '../../core/tasks'
import { plan } from '../../core/plan'
import { choosePaths } from '../../server/services/planning/choose/choosePaths'
import { planTogether } from '../../server/services/planning/choose/planTogether'
import { layer, recipe, resin, step } from '../fixtures/studio'

const HORIZON_MIN = 20 * 1440
const rules = { ...STARTING_WORK_RULES, cureMarginPct: 0 }
/**
 * One maker who is there for an hour in the middle of the day, so that few pours fit one tack
 * window.
 */
const workroom = {
  makers: [
    {
      id: makerId.of(1),
      skills: ['pour', 'finish'],
      shifts: Array.from({ length: 20 }, (_, day): [number, number] => [
        day * 1440 + 300,
        day * 1440 + 360,
      ]),
    },
  ],
  stations: [
    { id: stationId.of(1), kind: 'bench', room: 'a' },
    { id: stationId.of(2), kind: 'pour table', room: 'a' },
    { id: stationId.of(3), kind: 'sander', room: 'b' },
  ],
  places: [{ id: placeId.of(1), kind: 'rack', room: 'a', areaCm2: 9000 }],
  moulds: [],
  ownOnly: [],
  range: { coldC: 20, warmC: 20 },
  box: null,
}
const once = (question: PlanQuestion, edgeLines: ReadonlySet<number>) =>
  leaveTime(question, { edgeLines, planned: [] })
const solve = (request: ReturnType<typeof planRequest>['request']) =>
  Promise.resolve(plan(request, { now: () => 0, startedAt: 0 }))

/** A line whose face was poured at minute −100, so its back is due before minute 620. */
function begunLine(id: number, recoat: 'either' | 'tack'): PlanLine {
  const made = recipe({
    mouldId: null,
    layers: [layer({ name: 'face' }), layer({ id: 2, name: 'back', pourMin: 20, recoat })],
    steps: [step({ name: 'demould', phase: 'after', waitsFor: 'demould' })],
  })
  const pots = made.layers.map((each, i) => ({
    id: id * 10 + i,
    layerId: each.id,
    firstPiece: 1,
    pieces: 1,
    stirMin: 4,
    restMin: 6,
    pourMin: i === 0 ? 2 : 20,
    workMin: 60,
    pouredMin: i === 0 ? -100 : null,
    heatedUntilMin: null,
  }))
  return {
    id,
    recipe: made,
    owner: null,
    quantity: 1,
    promisedMin: 9000,
    weight: 1,
    mayFail: 0,
    inParts: false,
    demoulded: new Set(),
    good: new Set(),
    pots,
  }
}

async function together(lines: PlanLine[]) {
  const ask = (some: PlanLine[], paths: LinePaths, iterations: number) =>
    planRequest({
      horizonMin: HORIZON_MIN,
      lines: some,
      resins: new Map([[1, resin]]),
      workroom,
      rules,
      paths,
      iterations,
      seed: 1,
    })
  const alone = await choosePaths(lines, (line, paths, edgeLines) =>
    solve(once(ask([line], paths, 5), edgeLines)),
  )
  return {
    alone,
    ...(await planTogether(
      lines,
      alone,
      (some, paths) => ask(some, paths, 20),
      (question, edgeLines) => solve(once(question, edgeLines)),
    )),
  }
}

test('lines that each fit alone and not together: one is sanded first, all are planned', async () => {
  const { alone, solved, paths } = await together([1, 2, 3].map((id) => begunLine(id, 'either')))
  expect([...alone.sanded]).toEqual([])
  expect(solved.ok).toBe(true)
  expect(paths.sanded.size).toBeGreaterThan(0)
  expect(paths.impossible.size).toBe(0)
})

test('what is begun is sanded even where its recipe knows the tack window only', async () => {
  const { solved, paths } = await together([1, 2, 3].map((id) => begunLine(id, 'tack')))
  expect(solved.ok).toBe(true)
  expect(paths.sanded.size).toBeGreaterThan(0)
  expect(paths.impossible.size).toBe(0)
})

test('a window that has closed on what is begun is no end of it', async () => {
  const line = begunLine(1, 'tack')
  const late = {
    ...line,
    pots: line.pots.map((pot) => (pot.pouredMin === null ? pot : { ...pot, pouredMin: -5000 })),
  }
  const { solved, paths, question } = await together([late])
  expect(solved.ok).toBe(true)
  expect([...paths.sanded]).toEqual([`1.${line.recipe.layers[1]!.id}`])
  expect([...question.meaning.values()].map(({ kind }) => kind)).toContain('sand')
})

test('one that nobody can do is left out with the reason, and the others are planned', async () => {
  const line = begunLine(3, 'tack')
  const gilded = {
    ...line,
    recipe: {
      ...line.recipe,
      course: line.recipe.course.map((one) =>
        one.kind === 'pour' ? one : { ...one, skill: 'gild' },
      ),
    },
  }
  const { question, solved, paths } = await together([begunLine(1, 'either'), gilded])
  expect(solved.ok).toBe(true)
  expect([...paths.impossible.keys()]).toEqual([3])
  expect(paths.impossible.get(3)?.[0]).toMatchObject({ code: 'skill-missing' })
  expect(question.request.jobs.length).toBe(2)
})

test('a window that can only be met at its end is used to its end before anything is sanded', async () => {
  const line = begunLine(1, 'either')
  const unpoured = {
    ...line,
    pots: line.pots.map((pot) => ({ ...pot, pourMin: 5, pouredMin: null })),
  }
  /**
   * Two shifts every third day. Poured by 360 at the latest, the face can be recoated up to 1080,
   * or to 1050 with half an hour left; mixed from the second shift's begin on, the back is poured
   * 15 min after it.
   */
  const from = (secondShift: number) => {
    const shifts = Array.from({ length: 6 }, (_, i): [number, number][] =>
      [
        [300, 360],
        [secondShift, secondShift + 90],
      ].map(([opens, closes]): [number, number] => [i * 4320 + opens!, i * 4320 + closes!]),
    ).flat()
    const ask = (some: PlanLine[], paths: LinePaths) =>
      planRequest({
        horizonMin: HORIZON_MIN,
        lines: some,
        resins: new Map([[1, resin]]),
        workroom: { ...workroom, makers: [{ ...workroom.makers[0]!, shifts }] },
        rules,
        paths,
        iterations: 5,
        seed: 1,
      })
    return choosePaths([unpoured], (one, paths, edgeLines) =>
      solve(once(ask([one], paths), edgeLines)),
    )
  }
  const [early, edge, late] = [await from(1000), await from(1045), await from(1200)]
  expect(
    [early, edge, late].map(({ edgeLines, sanded, impossible }) => [
      edgeLines.size,
      sanded.size,
      impossible.size,
    ]),
  ).toEqual([
    [0, 0, 0],
    [1, 0, 0],
    [0, 1, 0],
  ])
})
