import { describe, expect, test } from '@jest/globals'
import {
  extraMix,
  fits,
  foldRun,
  type RunEvent,
  type RunStep,
  type RunTargets,
} from '../../core/run'
import { RUN_TARGETS } from '../fixtures/runTargets'

const targets: RunTargets = { ...RUN_TARGETS, heatAfterMin: [3, 25] }
const MIN = 60_000
const weighedBoth: RunEvent[] = [
  { kind: 'weighed', part: 'a', amount: 80, at: 0 },
  { kind: 'weighed', part: 'b', amount: 40, at: MIN },
]
const stirred: RunEvent[] = [
  ...weighedBoth,
  { kind: 'stirStarted', at: 2 * MIN },
  { kind: 'stirEnded', at: 6 * MIN },
]
const poured: RunEvent[] = [
  ...stirred,
  { kind: 'pourStarted', at: 16 * MIN },
  { kind: 'pourEnded', at: 20 * MIN },
]
const step = (events: RunEvent[]) => foldRun(targets, events).step

describe('foldRun', () => {
  test.each<[string, RunEvent[], object]>([
    ['begins with the first part', [], { kind: 'weigh', part: 'a', target: 80, isTopUp: false }],
    ['goes on with the second', weighedBoth.slice(0, 1), { kind: 'weigh', part: 'b', readTo: 40 }],
    [
      'the second part follows what was really poured of the first',
      [{ kind: 'weighed', part: 'a', amount: 88, at: 0 }],
      { kind: 'weigh', part: 'b', target: 44, readTo: 44 },
    ],
    ['stirs when both are in', weighedBoth, { kind: 'stir', startedAt: null }],
    ['rests from the end of stirring', stirred, { kind: 'rest', until: 16 * MIN }],
    [
      'pours after the rest',
      stirred.concat({ kind: 'pourStarted', at: 16 * MIN }),
      { kind: 'pour', startedAt: 16 * MIN },
    ],
    ['makes the first heat pass', poured, { kind: 'heat', index: 0, dueAt: 23 * MIN }],
    [
      'then the second',
      poured.concat({ kind: 'heatPass', index: 0, at: 23 * MIN }),
      { kind: 'heat', index: 1, dueAt: 45 * MIN },
    ],
    [
      'then lays down',
      poured.concat({ kind: 'heatPass', index: 0, at: 1 }, { kind: 'heatPass', index: 1, at: 2 }),
      { kind: 'cure' },
    ],
    [
      'and is done',
      poured.concat(
        { kind: 'heatPass', index: 0, at: 1 },
        { kind: 'heatPass', index: 1, at: 2 },
        { kind: 'cureStarted', placeId: 1, at: 3 },
      ),
      { kind: 'done' },
    ],
    [
      'a spoiled pot is given up',
      weighedBoth.concat({ kind: 'spoiled', at: 5 }),
      { kind: 'spoiled' },
    ],
    [
      'what is taken back did not happen',
      weighedBoth.concat({ kind: 'undone', at: 5 }),
      { kind: 'weigh', part: 'b' },
    ],
  ])('%s', (_what, events, wanted) => expect(step(events)).toMatchObject(wanted))

  test('a mispour outside the tolerance asks for the exact top-up, and then goes on', () => {
    // 80 g of A want 40 g of B; with 34 g the ratio is 15 % off and 6 g are missing
    const mispoured: RunEvent[] = [
      { kind: 'weighed', part: 'a', amount: 80, at: 0 },
      { kind: 'weighed', part: 'b', amount: 34, at: 1 },
    ]
    expect(step(mispoured)).toMatchObject({ kind: 'weigh', part: 'b', isTopUp: true, target: 6 })
    expect(step([...mispoured, { kind: 'weighed', part: 'b', amount: 6, at: 2 }])).toMatchObject({
      kind: 'stir',
    })
  })
  test('a small error within the tolerance is left alone', () => {
    expect(
      step([
        { kind: 'weighed', part: 'a', amount: 80, at: 0 },
        { kind: 'weighed', part: 'b', amount: 39.2, at: 1 },
      ]),
    ).toMatchObject({ kind: 'stir' })
  })
  test('a mix that is short of what the pot needs is told, by how much', () => {
    const known = { ...targets, resin: { ...targets.resin, densityA: 1, densityB: 1 } }
    const shortOf = (a: number, b: number) =>
      foldRun(known, [
        { kind: 'weighed', part: 'a', amount: a, at: 0 },
        { kind: 'weighed', part: 'b', amount: b, at: MIN },
      ]).shortMl
    expect(shortOf(80, 40)).toBe(0)
    // Within a hundredth of the need is as measured.
    expect(shortOf(66.4, 33)).toBe(0)
    expect(shortOf(60, 30)).toBeCloseTo(10, 9)
    expect(foldRun(known, []).shortMl).toBeNull()
    expect(foldRun(targets, weighedBoth).shortMl).toBeNull()
    const inMl = {
      ...targets,
      parts: targets.parts.map((part) => ({ ...part, unit: 'ml' as const })),
    }
    expect(foldRun(inMl, weighedBoth.slice(0, 2)).shortMl).toBe(0)
  })
  test('keeps in which order cups were really poured, and takes the last one back', () => {
    const pour = (cup: string): RunTargets['pours'][number] => ({
      cup,
      layer: 'face',
      pieces: 1,
      how: 'ring',
      where: '',
      ml: 20,
      perPieceMl: 20,
      drops: [],
      fromMin: 10,
      tint: '',
    })
    const several = { ...targets, pours: ['gold', 'moss', 'clear'].map(pour) }
    const begun = stirred.concat({ kind: 'pourStarted', at: 16 * MIN })
    const told = (...indexes: number[]): RunEvent[] =>
      indexes.map((index, i) => ({ kind: 'cupPoured', index, at: (17 + i) * MIN }))
    const after = (events: RunEvent[]) => foldRun(several, begun.concat(events))
    expect(after([])).toMatchObject({ poured: [], step: { kind: 'pour', left: [0, 1, 2] } })
    expect(after(told(2, 0))).toMatchObject({ poured: [2, 0], step: { left: [1] } })
    // Told by two devices, it is poured once; what the pot has no pour for is nothing.
    expect(after(told(2, 2, 7))).toMatchObject({ poured: [2], step: { left: [0, 1] } })
    expect(after([...told(2, 0), { kind: 'undone', at: 19 * MIN }]).poured).toEqual([2])
    const ended = after([...told(1), { kind: 'pourEnded', at: 20 * MIN }])
    expect(ended).toMatchObject({ poured: [1], step: { kind: 'heat' } })
  })
  test('the cup is workable from the end of stirring', () =>
    expect(foldRun(targets, stirred).workableUntil).toBe(46 * MIN))
})

describe('what can follow', () => {
  const at = 1
  const EVENTS: RunEvent[] = [
    { at, kind: 'weighed', part: 'a', amount: 1 },
    { at, kind: 'weighed', part: 'b', amount: 1 },
    { at, kind: 'stirStarted' },
    { at, kind: 'stirEnded' },
    { at, kind: 'pourStarted' },
    { at, kind: 'cupPoured', index: 0 },
    { at, kind: 'cupPoured', index: 1 },
    { at, kind: 'pourEnded' },
    { at, kind: 'heatPass', index: 0 },
    { at, kind: 'heatPass', index: 1 },
    { at, kind: 'cureStarted', placeId: 1 },
    { at, kind: 'spoiled' },
    { at, kind: 'undone' },
  ]
  const weigh = { kind: 'weigh', target: 1, readTo: 1, unit: 'g', isTopUp: false } as const
  test.each<[RunStep, string[]]>([
    [{ ...weigh, part: 'a' }, ['weighed a']],
    [{ ...weigh, part: 'b', isTopUp: true }, ['weighed b']],
    [{ kind: 'stir', minutes: 4, startedAt: null }, ['stirStarted']],
    [{ kind: 'stir', minutes: 4, startedAt: 1 }, ['stirEnded']],
    [{ kind: 'rest', until: 1 }, ['pourStarted']],
    [{ kind: 'pour', minutes: 4, startedAt: null, left: [0, 1] }, ['pourStarted']],
    [{ kind: 'pour', minutes: 4, startedAt: 1, left: [1] }, ['cupPoured 1', 'pourEnded']],
    [{ kind: 'heat', index: 1, dueAt: 1 }, ['heatPass 1']],
    [{ kind: 'cure' }, ['cureStarted']],
  ])('%j', (step, names) => {
    const nameOf = (event: RunEvent) =>
      [event.kind, 'part' in event ? event.part : '', 'index' in event ? String(event.index) : '']
        .filter(Boolean)
        .join(' ')
    expect(EVENTS.filter((event) => fits(step, event)).map(nameOf)).toEqual([
      ...names,
      'spoiled',
      'undone',
    ])
  })
  test.each<RunStep>([{ kind: 'done' }, { kind: 'spoiled' }])(
    'nothing but taking back: %j',
    (step) =>
      expect(EVENTS.filter((event) => fits(step, event)).map((event) => event.kind)).toEqual([
        'undone',
      ]),
  )
})

describe('what is told beside the steps', () => {
  const pouring: RunEvent[] = [...stirred, { kind: 'pourStarted', at: 16 * MIN }]
  const short: RunEvent = { kind: 'ranShort', ml: 12, at: 17 * MIN }
  const seenTo: RunEvent = { kind: 'acknowledged', code: 'flame-silicone', at: 17 * MIN }

  test('running short changes nothing of the step, and adds up', () => {
    const folded = foldRun(targets, [...pouring, short, { ...short, ml: 8, at: 18 * MIN }])
    expect(folded.extraMl).toBe(20)
    expect(folded.step).toEqual(step(pouring))
  })
  test('a pot runs short only while it is poured, what is left comes after', () => {
    const left: RunEvent = { kind: 'leftOver', mouldId: 1, at: 30 * MIN }
    expect(fits(step(pouring), short)).toBe(true)
    expect(fits(step(stirred), short)).toBe(false)
    expect(fits(step(pouring), left)).toBe(false)
    expect(fits(step(poured), left)).toBe(true)
  })
  test('taking back does not reach it', () => {
    const folded = foldRun(targets, [...pouring, seenTo, short, { kind: 'undone', at: 19 * MIN }])
    expect(folded.acknowledged).toEqual(['flame-silicone'])
    expect(folded.extraMl).toBe(12)
    expect(folded.step.kind).toBe('rest')
  })
})

describe('more of the same', () => {
  const coloured: RunTargets = {
    ...targets,
    cups: [
      {
        name: 'white',
        takenMl: 60,
        doses: [
          {
            name: 'chalk',
            massG: 2,
            teaspoons: null,
            drops: 10,
            counted: { n: 4, unit: 'stick-tip' },
            premixMl: 5,
          },
        ],
        fillers: [{ name: 'sand', massG: 8, roomMl: 4 }],
        received: [{ name: 'teal', ml: 3 }],
        tint: '#ffffff',
        restMin: 0,
      },
    ],
  }
  test('keeps the ratio and the colour', () => {
    const { parts, cups } = extraMix(coloured, 25)
    expect(parts).toEqual([
      { part: 'a', amount: 20, unit: 'g' },
      { part: 'b', amount: 10, unit: 'g' },
    ])
    expect(cups).toMatchObject([
      {
        takenMl: 15,
        doses: [{ massG: 0.5, teaspoons: null, drops: 2.5, counted: { n: 1 }, premixMl: 1.25 }],
        fillers: [{ massG: 2, roomMl: 1 }],
        received: [{ name: 'teal', ml: 0.75 }],
      },
    ])
  })
  test('of a pot that needs nothing there is no more', () =>
    expect(extraMix({ ...coloured, needMl: 0 }, 25).parts[0]?.amount).toBe(0))
})
