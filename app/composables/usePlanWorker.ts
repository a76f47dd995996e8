import type { PlanQuestionView } from '~~/shared/types/plan'
import type { FromPlanWorker, PlanTry, PlanTryAnswers, ToPlanWorker } from '~/workers/plan.worker'

/**
 * Tries things out beside the plan in a thread of the browser; ends with the component that began
 * it.
 */
export function usePlanWorker() {
  let worker: Worker | null = null
  let lastId = 0
  let question: PlanQuestionView | null = null
  const waiting = new Map<
    number,
    { resolve: (answer: never) => void; onProgress?: (done: number) => void }
  >()

  function start(): Worker {
    const started = new Worker(new URL('../workers/plan.worker.ts', import.meta.url), {
      type: 'module',
    })
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
    return new Promise((resolve) => {
      waiting.set(id, { resolve: resolve as (answer: never) => void, onProgress })
      send({ id, ask: what })
    })
  }
  /** Ends what is being tried and forgets who waited for it. */
  function stop(): void {
    worker?.terminate()
    worker = null
    waiting.clear()
    if (question) send({ load: question })
  }
  onScopeDispose(() => worker?.terminate())
  return { load, ask, stop }
}
