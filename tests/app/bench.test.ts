import { afterEach, beforeEach, expect, jest, test } from '@jest/globals'
import type { KeyedRunEvent } from '../../shared/schemas/runs'
import type { Problem } from '../../shared/types/exchange'
import type { RunView } from '../../shared/types/runs'
import { listEntries, removeEntries } from '../../app/outbox/kept'
import { RUN_TARGETS } from '../fixtures/runTargets'
import { giveNuxtGlobals } from '../fixtures/nuxtGlobals'

/** What `useApi` throws: status 0 without an answer, else what the server refused with. */
class ProblemError extends Error {
  readonly problem: Problem
  constructor(problem: Partial<Problem> & { status: number; title: string }) {
    super(problem.title)
    this.problem = { type: 'about:blank', code: '', issues: [], ...problem }
  }
}
const unreachable = () => new ProblemError({ status: 0, title: 'no network' })

/** A server that keeps a run's log, each key once, and can be cut off. */
function aServer() {
  const log: KeyedRunEvent[] = []
  const server = {
    log,
    reachable: true,
    answerLost: false,
    calls: 0,
    view: (): RunView => ({
      id: 7,
      potId: 3,
      letter: 'K',
      tint: '#333333',
      title: 'Block',
      pieces: 1,
      resinName: 'Resin',
      personId: 1,
      targets: RUN_TARGETS,
      drawnFrom: [],
      events: [...log],
    }),
    post: (path: string, body: { events?: KeyedRunEvent[] }) => {
      server.calls++
      if (!server.reachable) return Promise.reject(unreachable())
      for (const event of body.events ?? [])
        if (!log.some((one) => one.key === event.key)) log.push(event)
      return server.answerLost && path.endsWith('/events')
        ? Promise.reject(unreachable())
        : Promise.resolve(server.view())
    },
    get: () => (server.reachable ? Promise.resolve(server.view()) : Promise.reject(unreachable())),
  }
  return server
}
let server: ReturnType<typeof aServer>
const choice = { kind: 'scale' as const, step: 0.1, tare: true }
const weighed = (part: 'a' | 'b', amount: number) => ({
  kind: 'weighed' as const,
  part,
  amount,
  at: 1000,
})

const session = { person: { id: 1 } as { id: number } | null }
async function aBench() {
  giveNuxtGlobals({ ProblemError, useApi: () => server, useSessionStore: () => session })
  const { useOutboxStore } = await import('../../app/stores/outbox')
  // One tab; a channel to others would keep the test from ending.
  Object.assign(globalThis, { useOutboxStore, BroadcastChannel: undefined })
  const { useBenchStore } = await import('../../app/stores/bench')
  return useBenchStore()
}
const kept = async () => (await listEntries()).filter(({ refused }) => refused === null)
beforeEach(async () => {
  session.person = { id: 1 }
  await removeEntries((await listEntries()).map(({ seq }) => seq))
  jest.useFakeTimers()
  server = aServer()
})
afterEach(() => {
  jest.useRealTimers()
})

test('what is done is shown at once and sent', async () => {
  const bench = await aBench()
  await bench.start(3, choice)
  expect(bench.state?.step).toMatchObject({ kind: 'weigh', part: 'a' })
  await bench.record(weighed('a', 80))
  expect(bench.state?.step).toMatchObject({ kind: 'weigh', part: 'b' })
  expect(server.log).toHaveLength(1)
  expect(bench.waiting).toHaveLength(0)
  expect(await kept()).toEqual([])
})

test('what is sent and answered while a run is being opened is seen in it', async () => {
  const bench = await aBench()
  await bench.start(3, choice)
  server.reachable = false
  await bench.record(weighed('a', 80))
  bench.leave()
  server.reachable = true
  // The answer to the opening was written before the event arrived, and comes after its answer.
  const early = server.view()
  let comes = (_: RunView) => {}
  const { get } = server
  server.get = () => {
    server.get = get
    return new Promise((resolve) => (comes = resolve))
  }
  const opening = bench.open(7)
  await jest.advanceTimersByTimeAsync(3100)
  expect(server.log).toHaveLength(1)
  comes(early)
  await opening
  expect(bench.state?.step).toMatchObject({ kind: 'weigh', part: 'b' })
})

test('without a network the work goes on, and everything arrives later in order', async () => {
  const bench = await aBench()
  await bench.start(3, choice)
  server.reachable = false
  await bench.record(weighed('a', 80))
  await bench.record(weighed('b', 40))
  expect(bench.offline).toBe(true)
  expect(bench.state?.step.kind).toBe('stir')
  expect(await kept()).toHaveLength(2)
  server.reachable = true
  await jest.advanceTimersByTimeAsync(3100)
  expect(bench.offline).toBe(false)
  expect(server.log.map((event) => (event.kind === 'weighed' ? event.part : event.kind))).toEqual([
    'a',
    'b',
  ])
  expect(await kept()).toEqual([])
})

test('a lost answer sends the same events again, and they count once', async () => {
  const bench = await aBench()
  await bench.start(3, choice)
  server.answerLost = true
  await bench.record(weighed('a', 80))
  expect(bench.waiting).toHaveLength(1)
  server.answerLost = false
  await jest.advanceTimersByTimeAsync(3100)
  expect(server.log).toHaveLength(1)
  expect(bench.state?.inCup).toEqual({ a: 80, b: 0 })
})

test('who leaves while something is being sent loses nothing of what came after it', async () => {
  const bench = await aBench()
  await bench.start(3, choice)
  const { post } = server
  let answer: () => void = () => {}
  server.post = async (...sent: Parameters<typeof post>) => {
    await new Promise<void>((resolve) => (answer = resolve))
    return post(...sent)
  }
  const first = bench.record(weighed('a', 80))
  await jest.advanceTimersByTimeAsync(0)
  const second = bench.record(weighed('b', 40))
  bench.leave()
  server.post = post
  answer()
  await Promise.all([first, second])
  expect(server.log.map((event) => (event.kind === 'weighed' ? event.part : event.kind))).toEqual([
    'a',
    'b',
  ])
  expect(bench.run).toBeNull()
  expect(await kept()).toEqual([])
})

test('what could not be sent is sent later, whatever page is shown by then', async () => {
  const bench = await aBench()
  await bench.start(3, choice)
  server.reachable = false
  await bench.record(weighed('a', 80))
  bench.leave()
  server.reachable = true
  await jest.advanceTimersByTimeAsync(3100)
  expect(server.log).toHaveLength(1)
  expect(await kept()).toEqual([])
})

test('a reload finds what had not been sent yet', async () => {
  const before = await aBench()
  await before.start(3, choice)
  server.reachable = false
  await before.record(weighed('a', 80))
  before.leave()
  server.reachable = true
  const after = await aBench()
  await after.open(7)
  await jest.advanceTimersByTimeAsync(0)
  expect(after.state?.step).toMatchObject({ kind: 'weigh', part: 'b' })
  expect(server.log).toHaveLength(1)
})

test('what one maker has done is not told as done by who has signed in since', async () => {
  const bench = await aBench()
  await bench.start(3, choice)
  server.reachable = false
  await bench.record(weighed('a', 80))
  bench.leave()
  server.reachable = true
  session.person = { id: 2 }
  await jest.advanceTimersByTimeAsync(10_000)
  expect(server.log).toHaveLength(0)
  session.person = { id: 1 }
  await jest.advanceTimersByTimeAsync(3100)
  expect(server.log).toHaveLength(1)
})

test('a run that was seen here goes on without a network', async () => {
  const before = await aBench()
  await before.start(3, choice)
  before.leave()
  server.reachable = false
  const after = await aBench()
  await after.start(3, choice)
  await after.record(weighed('a', 80))
  expect(after.state?.step).toMatchObject({ kind: 'weigh', part: 'b' })
  expect(after.offline).toBe(true)
  server.reachable = true
  await jest.advanceTimersByTimeAsync(3100)
  expect(server.log).toHaveLength(1)
})

test('taking back is an event like any other', async () => {
  const bench = await aBench()
  await bench.start(3, choice)
  await bench.record(weighed('a', 80))
  await bench.record({ kind: 'undone', at: 2000 })
  expect(bench.state?.inCup).toEqual({ a: 0, b: 0 })
  expect(server.log.map((event) => event.kind)).toEqual(['weighed', 'undone'])
})

test('what the server refuses is told, and does not hold up what was done after it', async () => {
  const bench = await aBench()
  await bench.start(3, choice)
  const { post } = server
  server.post = (path, body) => {
    const wrong = (body.events ?? []).findIndex(
      (event) => event.kind === 'weighed' && event.part === 'a',
    )
    if (wrong < 0) return post(path, body)
    // Another device has weighed part A meanwhile.
    server.log.push({ ...weighed('a', 80), key: 'of another device' })
    const problem = {
      status: 409,
      title: 'It was weighed already.',
      issues: [{ path: `events[${wrong}]`, message: 'passed' }],
      current: server.view(),
    }
    return Promise.reject(new ProblemError(problem))
  }
  server.reachable = false
  await bench.record(weighed('a', 79))
  await bench.record(weighed('b', 40))
  server.reachable = true
  await jest.advanceTimersByTimeAsync(3100)
  expect(bench.refused.map(({ refused }) => refused)).toEqual(['It was weighed already.'])
  expect(bench.offline).toBe(false)
  expect(bench.waiting).toEqual([])
  expect(bench.state?.inCup).toEqual({ a: 80, b: 40 })
  await bench.understood()
  expect(bench.refused).toEqual([])
})

test('a run that the server does not know is not knocked at for ever', async () => {
  const bench = await aBench()
  await bench.start(3, choice)
  server.post = () =>
    Promise.reject(new ProblemError({ status: 404, title: 'This run does not exist.' }))
  await bench.record(weighed('a', 80))
  await jest.advanceTimersByTimeAsync(20_000)
  expect(bench.waiting).toEqual([])
  expect(bench.refused.map(({ refused }) => refused)).toEqual(['This run does not exist.'])
})

test.each([500, 503, 429, 401])('after a %s it is sent again', async (status) => {
  const bench = await aBench()
  await bench.start(3, choice)
  const { post } = server
  server.post = () => Promise.reject(new ProblemError({ status, title: 'Not now.' }))
  await bench.record(weighed('a', 80))
  expect(bench.waiting).toHaveLength(1)
  server.post = post
  await jest.advanceTimersByTimeAsync(3100)
  expect(bench.waiting).toEqual([])
  expect(bench.refused).toEqual([])
  expect(server.log).toHaveLength(1)
})
