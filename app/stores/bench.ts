import { foldRun, type RunEvent } from '~~/core/run'
import { onHappened, onLost, readAgain } from '~/live/happened'
import type { MeasureChoice } from '~~/shared/schemas/people'
import type { KeyedRunEvent } from '~~/shared/schemas/runs'
import type { Problem } from '~~/shared/types/exchange'
import type { RunView } from '~~/shared/types/runs'

const RETRY_MS = 3000
const storageKey = (runId: number) => `velvet-run-${runId}`

const NOT_SIGNED_IN = 401
const TOO_MANY = 429
/** Without an answer, or with one that another time may be another: it is sent again. */
const isUnanswered = (status: number) =>
  status === 0 || status >= 500 || status === NOT_SIGNED_IN || status === TOO_MANY

/**
 * The live run of a pot. What is done is kept on the device first and shown at once; it is sent as
 * soon as the server answers, and as often as needed, since every event carries a key of its own.
 */
export const useBenchStore = defineStore('bench', () => {
  const api = useApi()
  const session = useSessionStore()
  const run = shallowRef<RunView | null>(null)
  const waiting = ref<KeyedRunEvent[]>([])
  const offline = ref(false)
  /** What the server refused of what was done here, and why, until somebody has seen it. */
  const refused = ref<string[]>([])
  /** The runs of which something may not be sent yet, and who works at them. */
  const runs = new Map<number, number | undefined>()
  let sending = false
  let retry: ReturnType<typeof setTimeout> | undefined

  const events = computed(() => {
    const known = new Set((run.value?.events ?? []).map((event) => event.key))
    return [...(run.value?.events ?? []), ...waiting.value.filter((event) => !known.has(event.key))]
  })
  const state = computed(() => (run.value ? foldRun(run.value.targets, events.value) : null))

  function show(view: RunView): void {
    run.value = view
    runs.set(view.id, session.person?.id)
    waiting.value = kept(view.id)
    void flush(view.id)
  }
  /** @param soItIs what lies below is poured, whatever the log says */
  const start = async (potId: number, measure: MeasureChoice, soItIs = false) =>
    show(await api.post<RunView>('/api/runs', { potId, measure, soItIs }))
  const open = async (runId: number) => show(await api.get<RunView>(`/api/runs/${runId}`))

  /** What of a run the server has not answered yet: it is sent from here, whatever page is shown. */
  const kept = (runId: number): KeyedRunEvent[] =>
    JSON.parse(localStorage.getItem(storageKey(runId)) ?? '[]') as KeyedRunEvent[]
  function keep(runId: number, events: readonly KeyedRunEvent[]): void {
    if (events.length > 0) localStorage.setItem(storageKey(runId), JSON.stringify(events))
    else localStorage.removeItem(storageKey(runId))
    if (run.value?.id === runId) waiting.value = [...events]
  }
  async function record(event: RunEvent): Promise<void> {
    if (!run.value) return
    const { id } = run.value
    keep(id, [...kept(id), { ...event, key: crypto.randomUUID() }])
    await flush(id)
  }
  async function flush(runId: number): Promise<void> {
    const batch = kept(runId)
    if (sending || batch.length === 0) return
    clearTimeout(retry)
    // What one has done is never told as done by who has signed in since.
    if (runs.get(runId) !== session.person?.id) {
      retry = setTimeout(() => void flush(runId), RETRY_MS)
      return
    }
    sending = true
    try {
      const view = await api.post<RunView>(`/api/runs/${runId}/events`, { events: batch })
      // Somebody may have gone on to another run or page meanwhile.
      if (run.value?.id === runId) run.value = view
      forget(runId, batch)
      offline.value = false
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
      offline.value = isUnanswered(error.problem.status)
      if (offline.value) retry = setTimeout(() => void flush(runId), RETRY_MS)
      else putAside(runId, batch, error.problem)
    } finally {
      sending = false
    }
    const next = [...runs.keys()].find((id) => kept(id).length > 0)
    if (!offline.value && next !== undefined) await flush(next)
  }
  /** What was done since it was sent is kept. */
  function forget(runId: number, events: readonly KeyedRunEvent[]): void {
    const gone = new Set(events.map((event) => event.key))
    keep(
      runId,
      kept(runId).filter((event) => !gone.has(event.key)),
    )
  }
  /** What the server will never take is told, and does not hold up what was done after it. */
  function putAside(
    runId: number,
    batch: readonly KeyedRunEvent[],
    { title, issues, current }: Problem,
  ): void {
    const named = issues.flatMap(({ path }) => /^events\[(\d+)\]/.exec(path)?.[1] ?? [])
    forget(runId, named.length > 0 ? named.flatMap((index) => batch[Number(index)] ?? []) : batch)
    refused.value = [...refused.value, title]
    if (current && run.value?.id === runId) run.value = current as RunView
  }
  function understood(): void {
    refused.value = []
  }
  /** What is not sent yet goes on being sent. */
  function leave(): void {
    run.value = null
    waiting.value = []
    refused.value = []
  }
  /** What another device did on this run; what was done here and is not sent yet stays on top. */
  const readRun = readAgain(async () => {
    if (!run.value || sending) return
    const seen = await api.get<RunView>(`/api/runs/${run.value.id}`)
    if (run.value?.id === seen.id && !sending) run.value = seen
  })
  onHappened(({ subject, id }) => {
    if (subject === 'run' && id === run.value?.id) readRun()
  })
  onLost(readRun)
  return {
    run: readonly(run),
    state,
    waiting: readonly(waiting),
    offline: readonly(offline),
    refused: readonly(refused),
    understood,
    start,
    open,
    record,
    leave,
  }
})
