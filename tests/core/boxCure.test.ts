import { describe, expect, test } from '@jest/globals'
import {
  coldBoxes,
  isOfClock,
  makerId,
  mayBeHeated,
  mouldId,
  placeId,
  planRequest,
  stationId,
  type HeatedBox,
  type PlanLine,
  openJoints,
} from '../../core/tasks'
import type { Recipe, Resin } from '../../core/trade'
import { boxWait } from '../../core/tasks/box/boxWait'
import { rateAt } from '../../core/cure'
import { checkPlan, plan } from '../../core/plan'
import { demoulding, layer, recipe, resin, rules, step } from '../fixtures/studio'

const bearing: Resin = { ...resin, heatC: 55 }
const always: HeatedBox['runs'] = [[0, 20 * 1440]]
const box: HeatedBox = { tempC: 40, areaCm2: 1000, runs: always }
const range = { coldC: 20, warmC: 20 }
const line = (changes: Partial<PlanLine> = {}, one: Recipe = recipe()): PlanLine => ({
  id: 1,
  recipe: one,
  owner: null,
  quantity: 2,
  mayFail: 0,
  promisedMin: 5000,
  weight: 1,
  inParts: false,
  demoulded: new Set(),
  good: new Set(),
  pots: one.layers.map((each, i) => ({
    id: i + 1,
    layerId: each.id,
    firstPiece: 1,
    pieces: 2,
    stirMin: 4,
    restMin: 6,
    pourMin: 4,
    workMin: 40,
    pouredMin: null,
    heatedUntilMin: null,
  })),
  ...changes,
})

describe('how long a cure takes on the rack and then in the heated box', () => {
  test('by hand: until the gel in the room, the rest at the box’s rate', () => {
    // 180 min at 20 °C, where the rate is 1; (1200 − 180) min of the reference at the rate of 40
    // °C.
    const { rackMin, boxMin } = boxWait(bearing, 'demould', range, box, 0)
    expect(rackMin).toBe(180)
    expect(Math.abs(boxMin - 1020 / rateAt(bearing, 40))).toBeLessThanOrEqual(1)
    expect(boxMin).toBeLessThan(300)
  })
  test('the margin lengthens both', () => {
    const [plain, careful] = [
      boxWait(bearing, 'sand', range, box, 0),
      boxWait(bearing, 'sand', range, box, 10),
    ]
    expect(careful.rackMin).toBe(198)
    expect(careful.boxMin / plain.boxMin).toBeCloseTo(1.1, 2)
  })
  test('what comes before the gel needs no box', () => {
    expect(boxWait(bearing, 'work', range, box, 0).boxMin).toBe(0)
  })
})

describe('which lines may be heated', () => {
  const may = (one = line(), resins: readonly Resin[] = [bearing], own: HeatedBox | null = box) =>
    mayBeHeated(one, {
      box: own,
      range,
      resins: new Map(resins.map((each) => [each.id, each])),
      marginPct: 0,
    })
  test('one whose resin bears it and whose pieces have room', () => expect(may()).toBe(true))
  test.each<[string, () => boolean]>([
    ['no box', () => may(line(), [bearing], null)],
    ['a resin of which nobody knows what it bears', () => may(line(), [resin])],
    ['a resin that goes soft before', () => may(line(), [{ ...bearing, heatC: 39 }])],
    [
      'a pot whose pieces are larger than the box',
      () => may(line({}, recipe({ footprintCm2: 501 }))),
    ],
    [
      'a box that pauses before the cure can end',
      () =>
        may(line(), [bearing], {
          ...box,
          runs: [
            [0, 200],
            [1440, 1640],
          ],
        }),
    ],
    [
      'a pot that is poured',
      () => may(line({ pots: line().pots.map((pot) => ({ ...pot, pouredMin: -5 })) })),
    ],
    [
      'a piece that is formed while it is tacky',
      () =>
        may(
          line(
            {},
            recipe({
              steps: [step({ name: 'form', phase: 'after', waitsFor: 'tackTo' }), demoulding],
            }),
          ),
        ),
    ],
  ])('not with %s', (_, question) => expect(question()).toBe(false))
})

describe('a line in the heated box', () => {
  const days = Array.from({ length: 20 }, (_, day): [number, number] => [
    day * 1440 + 480,
    day * 1440 + 1080,
  ])
  const workroom = {
    ownOnly: [],
    makers: [{ id: makerId.of(1), skills: ['pour', 'finish'], shifts: days }],
    stations: [
      { id: stationId.of(1), kind: 'bench', room: 'pour' },
      { id: stationId.of(2), kind: 'pour table', room: 'pour' },
      { id: stationId.of(3), kind: 'sander', room: 'finish' },
    ],
    places: [
      { id: placeId.of(1), kind: 'rack', room: 'pour', areaCm2: 2000 },
      { id: placeId.of(2), kind: 'box', room: 'the box', areaCm2: 1000 },
    ],
    moulds: [{ id: mouldId.of(1), count: 4 }],
    range,
    box,
  }
  const solve = (
    lines: PlanLine[],
    boxLines: number[],
    sandLines: number[] = [],
    runs = always,
  ) => {
    const { request, meaning } = planRequest({
      horizonMin: 20 * 1440,
      lines,
      resins: new Map([[1, bearing]]),
      workroom: { ...workroom, ownOnly: [], box: { ...box, runs } },
      rules,
      paths: {
        sanded: new Set(lines.filter(({ id }) => sandLines.includes(id)).flatMap(openJoints)),
        boxLines: new Set(boxLines),
      },
      iterations: 10,
      seed: 1,
    })
    const result = plan(request, { now: () => 0, startedAt: 0 })
    if (!result.ok) throw new Error(JSON.stringify(result.issues))
    expect(checkPlan(request, result.value.tasks)).toEqual([])
    const at = (title: string) =>
      result.value.tasks.find((task) => meaning.get(task.id)?.title === title)!
    return {
      at,
      request,
      cold: coldBoxes(request),
      titles: [...meaning.values()].map((one) => one.title),
      end: Math.max(
        ...result.value.tasks.filter((task) => !isOfClock(task.id)).map((task) => task.endMin),
      ),
    }
  }
  const two = recipe({ layers: [layer({ name: 'face' }), layer({ id: 2, name: 'back' })] })
  const hard = recipe({
    steps: [demoulding, step({ name: 'sand', phase: 'after', waitsFor: 'sand' })],
  })

  test('lies on the rack until the gel, is carried by somebody who is there, and cures on in the warmth', () => {
    const { at } = solve([line()], [1])
    expect(at('face cures').endMin - at('face cures').startMin).toBe(180)
    expect(at('face into the heated box').maker).toBe('p1')
    expect(at('face into the heated box').startMin).toBeGreaterThanOrEqual(at('face cures').endMin)
    expect(at('face cures in the warm')).toMatchObject({ place: 'r2' })
    expect(
      at('face cures in the warm').startMin - at('face into the heated box').endMin,
    ).toBeLessThanOrEqual(10)
    expect(at('demould').startMin).toBeGreaterThanOrEqual(at('face cures in the warm').endMin)
  })
  test('what hardens after the mould does so there too, days sooner', () => {
    const [warm, cold] = [solve([line({}, hard)], [1]), solve([line({}, hard)], [])]
    expect(warm.at('hardens for sand').place).toBe('r2')
    expect(cold.at('hardens for sand').place).toBe('r1')
    expect(cold.end - warm.end).toBeGreaterThan(1440)
  })
  test('a layer that is recoated while it is tacky stays on the rack; one that is sanded does not', () => {
    const tacky = solve([line({}, two)], [1])
    expect(tacky.titles).not.toContain('face cures in the warm')
    expect(tacky.titles).toContain('back cures in the warm')
    const gap = tacky.at('pour back').startMin - tacky.at('pour face').endMin
    expect(gap).toBeGreaterThanOrEqual(240)
    expect(gap).toBeLessThanOrEqual(720)
    const sanded = solve([line({}, two)], [1], [1])
    expect(sanded.at('sand and wipe face').startMin).toBeGreaterThanOrEqual(
      sanded.at('face cures in the warm').endMin,
    )
  })
  test('what is poured and has not gelled is carried later; what is in the box comes out when it was to', () => {
    const poured = (heatedUntilMin: number | null) =>
      line({ pots: line().pots.map((pot) => ({ ...pot, pouredMin: -100, heatedUntilMin })) })
    const { at } = solve([poured(null)], [1])
    expect(at('face cures')).toMatchObject({ startMin: 0, endMin: 80 })
    expect(at('face into the heated box').startMin).toBe(480)
    const within = solve([poured(70)], [1])
    expect(within.titles).not.toContain('face into the heated box')
    expect(within.at('face cures in the warm')).toMatchObject({
      startMin: 0,
      endMin: 70,
      place: 'r2',
    })
    expect(solve([poured(-30)], [1]).at('face cures in the warm')).toMatchObject({
      startMin: 0,
      endMin: 0,
    })
  })
  test('what lies in a box with hours is done between two of its pauses; a longer evening lets it end a day sooner', () => {
    const mornings = Array.from({ length: 20 }, (_, day): [number, number] => [
      day * 1440 + 420,
      day * 1440 + 960,
    ])
    const inHours = solve([line()], [1], [], mornings)
    const cure = inHours.at('face cures in the warm')
    const runs = mornings.find(([from, to]) => from <= cure.startMin && cure.endMin <= to)
    expect(runs).toBeDefined()
    // Poured on the first morning it has gelled while the box runs, but not for as long as it
    // needs.
    expect(Math.floor(cure.startMin / 1440)).toBe(1)
    const longer = solve([line()], [1], [], [[420, 1020], ...mornings.slice(1)])
    expect(Math.floor(longer.at('face cures in the warm').startMin / 1440)).toBe(0)
    expect(solve([line()], [1]).cold).toEqual([])
  })
  test('a box stands cold from the end of each of its runs, and from the beginning where it does not run yet', () => {
    const { cold, request } = solve(
      [line()],
      [1],
      [],
      [
        [420, 1320],
        [1860, 2760],
      ],
    )
    expect(cold.map(({ fromMin }) => fromMin)).toEqual([0, 1320, 2760])
    expect(
      request.tasks
        .filter((task) => cold.some((one) => one.task === task.id))
        .map((task) => task.durationMin),
    ).toEqual([420, 540, 20 * 1440 - 2760])
    // Nothing is said of a box that nothing lies in.
    expect(solve([line()], [], [], [[420, 1320]]).cold).toEqual([])
  })
  test('it is left on for what lies in it already', () => {
    const within = solve(
      [line({ pots: line().pots.map((pot) => ({ ...pot, pouredMin: -100, heatedUntilMin: 70 })) })],
      [1],
      [],
      [
        [-600, 30],
        [480, 1440],
      ],
    )
    expect(within.at('face cures in the warm')).toMatchObject({ startMin: 0, endMin: 70 })
    expect(within.cold[0]).toEqual({ task: 'clock.cold.r2.1', fromMin: 70 })
  })
})
