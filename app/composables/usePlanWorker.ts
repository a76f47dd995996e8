import type { PlanQuestionView } from '~~/shared/types/plan'
import { WorkStopped } from '~/composables/useWorkerTask'
import type { FromPlanWorker, PlanTry, PlanTryAnswers, ToPlanWorker } from '~/workers/plan.worker'

/**
 * Tries things out beside the plan in a thread of the browser; ends with the component that began
 * it. What is asked is rejected with WorkStopped when it is stopped.
 */
export function usePlanWorker() {
  let worker: Worker | null = null
  let lastId = 0
  let question: PlanQuestionView | null = null
  const waiting = new Map<
    number,
    {
      resolve: (answer: never) => void
      reject: (why: Error) => void
      onProgress?: (done: number) => void
    }
  >()

  function start(): Worker {
    const started = new Worker(new URL('../workers/plan.worker.ts', import.meta.url), {
      type: 'module',
    })
    started.onerror = (event) => end(new Error(event.message))
    started.onmessage = ({ data }: MessageEvent<FromPlanWorker>) => {
      const one = waiting.get(data.id)
      if ('progress' in data) return one?.onProgress?.(data.progress)
      waiting.delete(data.id)
      one?.resolve(data.answer as never)
    }
    return started
  }
  const send = (message: ToPlanWorker) => {
    worker ??= start()
    worker.postMessage(message)
  }
  function load(loaded: PlanQuestionView): void {
    question = loaded
    send({ load: loaded })
  }
  function ask<K extends PlanTry['kind']>(
    what: Extract<PlanTry, { kind: K }>,
    onProgress?: (done: number) => void,
  ): Promise<PlanTryAnswers[K]> {
    const id = ++lastId
    return new Promise((resolve, reject) => {
      waiting.set(id, { resolve: resolve as (answer: never) => void, reject, onProgress })
      send({ id, ask: what })
    })
  }
  /** Ends the worker; who waits for it is told why. */
  function end(why: Error): void {
    worker?.terminate()
    worker = null
    const left = [...waiting.values()]
    waiting.clear()
    for (const one of left) one.reject(why)
  }
  /** Ends what is being tried; the next question begins anew. */
  function stop(): void {
    end(new WorkStopped('stopped'))
    if (question) send({ load: question })
  }
  onScopeDispose(() => end(new WorkStopped('left')))
  return { load, ask, stop }
}
