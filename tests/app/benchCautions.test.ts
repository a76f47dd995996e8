import { beforeAll, expect, test } from '@jest/globals'
import { ref } from 'vue'
import { foldRun, type RunEvent, type RunTargets } from '../../core/run'
import { RUN_TARGETS } from '../fixtures/runTargets'
import { giveNuxtGlobals } from '../fixtures/nuxtGlobals'

const MIN = 60_000
const targets: RunTargets = {
  ...RUN_TARGETS,
  heatAfterMin: [3, 20],
  heatTools: ['hot-air', 'torch'],
}
const weighed: RunEvent[] = [
  { kind: 'weighed', part: 'a', amount: 80, at: 0 },
  { kind: 'weighed', part: 'b', amount: 40, at: 0 },
]
const poured: RunEvent[] = [
  ...weighed,
  { kind: 'stirStarted', at: MIN },
  { kind: 'stirEnded', at: 5 * MIN },
  { kind: 'pourStarted', at: 15 * MIN },
  { kind: 'pourEnded', at: 20 * MIN },
]
let useBenchCautions: typeof import('../../app/composables/useBenchCautions').useBenchCautions

beforeAll(async () => {
  giveNuxtGlobals({})
  ;({ useBenchCautions } = await import('../../app/composables/useBenchCautions'))
})

function cautionsAt(events: RunEvent[], changes: Partial<RunTargets> = {}) {
  const log = ref<RunEvent[]>(events)
  const of = { ...targets, ...changes }
  const cautions = useBenchCautions({ state: () => foldRun(of, log.value), targets: () => of })
  const codes = () => cautions.told.value.map(({ code }) => code)
  const stops = () => cautions.stops.value.map(({ code }) => code)
  return { cautions, codes, stops, add: (event: RunEvent) => (log.value = [...log.value, event]) }
}

test('gloves and the data sheet are told from the first weighing on, and last', () => {
  const { codes, stops } = cautionsAt([])
  expect(codes()).toContain('skin')
  expect(codes().at(-1)).toBe('data-sheet')
  expect(stops()).toEqual([])
})

test('a powder wants a mask while it is stirred in', () => {
  const dose = { name: 'chalk', massG: 1, teaspoons: null, drops: null, counted: null, premixMl: 5 }
  const cup = { name: 'white', takenMl: 50, fillers: [], received: [], tint: '', restMin: 0 }
  const cups = [{ ...cup, doses: [dose] }]
  const { codes, cautions } = cautionsAt(weighed, { cups })
  expect(codes()).toContain('powder-mask')
  expect(codes().at(-1)).toBe('data-sheet')
  expect(cautions.told.value.map(({ level }) => level)).toEqual(
    ['stop', 'warn', 'note'].flatMap((level) =>
      cautions.told.value.flatMap((one) => (one.level === level ? [level] : [])),
    ),
  )
  expect(cautionsAt(weighed).codes()).not.toContain('powder-mask')
})

test('a cold bench is told before the weighing', () => {
  const warmth = {
    tempC: 12,
    isMeasured: true,
    referenceC: 23,
    activationKJ: 55,
    fromContact: false,
  }
  expect(cautionsAt([], { warmth }).codes()).toContain('cold-resin')
})

test('a flame on silicone stops until somebody has seen to it, hot air does not', () => {
  const { cautions, codes, stops, add } = cautionsAt(poured)
  expect(codes()).toContain('hot-air')
  expect(cautions.questions.value).toEqual(['looseFlakes'])
  cautions.take('torch')
  cautions.answer('onSilicone')
  expect(stops()).toEqual(['flame-silicone'])
  cautions.answer('alcoholNear')
  expect(stops()).toEqual(['flame-alcohol', 'flame-silicone'])
  add({ kind: 'acknowledged', code: 'flame-silicone', at: 21 * MIN })
  expect(stops()).toEqual(['flame-alcohol'])
  cautions.answer('alcoholNear')
  expect(stops()).toEqual([])
})

test('the next pass begins with the tool that was planned for it', () => {
  const second: RunEvent[] = [...poured, { kind: 'heatPass', index: 0, at: 23 * MIN }]
  expect(cautionsAt(second).cautions.tool.value).toBe('torch')
  expect(cautionsAt(second).codes()).toContain('flame')
})

test('of a run that began before tools were kept, a flame is thought possible', () => {
  const { heatTools: _none, ...before } = targets
  const state = () => foldRun(before, poured)
  const cautions = useBenchCautions({ state, targets: () => before })
  expect(cautions.questions.value).toContain('onSilicone')
})
