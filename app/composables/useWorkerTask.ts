/** The work was stopped before it came to an end. */
export class WorkStopped extends Error {}

/** For work that may be stopped: nothing came of it then; anything else goes on being thrown. */
export function unlessStopped(error: unknown): undefined {
  if (!(error instanceof WorkStopped)) throw error
}

interface WorkerTaskOptions<Question, News> {
  worker: () => Worker
  question: Question
  transfer?: Transferable[]
  /** Told everything the worker says until it returns true: then its work is done. */
  hears: (news: News) => boolean
}

/**
 * One piece of work at a time in a thread of the browser: a newer one stops the one before. Ends
 * with the component that began it.
 */
export function useWorkerTask() {
  let stopRunning: (() => void) | null = null

  function stop(): void {
    stopRunning?.()
    stopRunning = null
  }
  onScopeDispose(stop)

  /** @returns once the work is done; rejects with WorkStopped, or when the worker throws */
  function run<Question, News>({
    worker,
    question,
    transfer = [],
    hears,
  }: WorkerTaskOptions<Question, News>): Promise<void> {
    stop()
    const running = worker()
    return new Promise((resolve, reject) => {
      const end = (settle: () => void) => {
        running.onmessage = null
        running.terminate()
        if (stopRunning === stopped) stopRunning = null
        settle()
      }
      const stopped = () => end(() => reject(new WorkStopped('stopped')))
      stopRunning = stopped
      running.onerror = (event) => end(() => reject(new Error(event.message)))
      running.onmessage = ({ data }: MessageEvent<News>) => {
        if (hears(data)) end(resolve)
      }
      running.postMessage(question, transfer)
    })
  }
  return { run, stop }
}
