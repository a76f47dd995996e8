import { beforeEach, describe, expect, test } from '@jest/globals'
import { effectScope } from 'vue'
import { giveNuxtGlobals } from '../fixtures/nuxtGlobals'

/** A worker that says what the test has it say. */
class FakeWorker {
  onmessage: ((event: { data: unknown }) => void) | null = null
  onerror: ((event: { message: string }) => void) | null = null
  ended = false
  postMessage = () => undefined
  terminate = () => {
    this.ended = true
  }
}
beforeEach(() => giveNuxtGlobals({}))

async function working() {
  const { useWorkerTask, WorkStopped, unlessStopped } =
    await import('../../app/composables/useWorkerTask')
  const scope = effectScope()
  const task = scope.run(() => useWorkerTask())!
  const workers: FakeWorker[] = []
  const begin = () =>
    task.run<number, string>({
      worker: () => {
        workers.push(new FakeWorker())
        return workers.at(-1) as unknown as Worker
      },
      question: 1,
      hears: (news) => news === 'done',
    })
  return { ...task, begin, workers, scope, WorkStopped, unlessStopped }
}

describe('one piece of work beside the page', () => {
  test('ends with what it hears last', async () => {
    const { begin, workers } = await working()
    const work = begin()
    workers[0]!.onmessage?.({ data: 'half' })
    expect(workers[0]!.ended).toBe(false)
    workers[0]!.onmessage?.({ data: 'done' })
    await expect(work).resolves.toBeUndefined()
    expect(workers[0]!.ended).toBe(true)
  })
  test.each<[string, (task: Awaited<ReturnType<typeof working>>) => unknown]>([
    ['stopped', ({ stop }) => stop()],
    ['left', ({ scope }) => scope.stop()],
    ['followed by a newer one', ({ begin }) => void begin().catch(() => undefined)],
  ])('%s, it is rejected as that and its worker ends', async (_, end) => {
    const task = await working()
    const work = task.begin()
    end(task)
    await expect(work).rejects.toBeInstanceOf(task.WorkStopped)
    expect(task.workers[0]!.ended).toBe(true)
  })
  test('is rejected with what the worker throws', async () => {
    const { begin, workers } = await working()
    const work = begin()
    workers[0]!.onerror?.({ message: 'out of memory' })
    await expect(work).rejects.toThrow('out of memory')
    expect(workers[0]!.ended).toBe(true)
  })
  test('only its being stopped is passed over', async () => {
    const { WorkStopped, unlessStopped } = await working()
    expect(unlessStopped(new WorkStopped('stopped'))).toBeUndefined()
    expect(() => unlessStopped(new Error('out of memory'))).toThrow('out of memory')
  })
})
