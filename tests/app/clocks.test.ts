import { beforeEach, expect, test } from '@jest/globals'
import type { RunEvent } from '../../core/run'
import { clockText } from '../../app/utils/clockText'
import { RUN_TARGETS } from '../fixtures/runTargets'
import { giveNuxtGlobals } from '../fixtures/nuxtGlobals'

const MIN = 60_000
const view = (id: number, events: RunEvent[]) => ({
  id,
  potId: 10 + id,
  letter: 'ABC'[id] ?? '',
  tint: '#333333',
  title: 'Block',
  pieces: 1,
  resinName: 'Resin',
  personId: 1,
  targets: { ...RUN_TARGETS, heatAfterMin: [3] },
  events: events.map((event, i) => ({ ...event, key: `${id}.${i}` })),
})
const mixed: RunEvent[] = [
  { kind: 'weighed', part: 'a', amount: 80, at: 0 },
  { kind: 'weighed', part: 'b', amount: 40, at: 0 },
  { kind: 'stirStarted', at: MIN },
]
const stirred: RunEvent[] = [...mixed, { kind: 'stirEnded', at: 5 * MIN }]
const poured: RunEvent[] = [
  ...stirred,
  { kind: 'pourStarted', at: 15 * MIN },
  { kind: 'pourEnded', at: 20 * MIN },
]
let runs: ReturnType<typeof view>[] = []
let waiting: object[] = []

async function clocks() {
  giveNuxtGlobals({
    ProblemError: Error,
    useApi: () => ({ get: () => Promise.resolve(runs) }),
    useOutboxStore: () => ({ waiting, onAnswer: () => undefined }),
  })
  const { useClockStore } = await import('../../app/stores/clocks')
  const store = useClockStore()
  await store.load()
  return store.clocks.map(({ letter, words, until }) => `${letter} ${words} ${until / MIN}`)
}
beforeEach(() => {
  waiting = []
})

test('the clocks of all benches, the nearest first', async () => {
  runs = [view(0, stirred), view(1, mixed), view(2, poured)]
  expect(await clocks()).toEqual([
    'B stirred 5',
    'A pour 15',
    'C heat pass 23',
    // 5 + 40 minutes, by hand
    'A the cup is lost 45',
  ])
})
test('what was done at this device and is not sent yet counts', async () => {
  runs = [view(1, mixed)]
  waiting = [
    { what: { kind: 'run', runId: 1, event: { kind: 'stirEnded', at: 6 * MIN, key: 'later' } } },
  ]
  expect(await clocks()).toEqual(['B pour 16', 'B the cup is lost 46'])
})
test('a clock is read as one', () =>
  expect([clockText(4 * MIN + 6001), clockText(-1000), clockText(64 * MIN)]).toEqual([
    '4:07',
    '0:01',
    '1:04:00',
  ]))
