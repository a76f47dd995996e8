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
  const run = shallowRef<RunView | null>(null)
  const waiting = ref<KeyedRunEvent[]>([])
  const offline = ref(false)
  /** What the server refused of what was done here, and why, until somebody has seen it. */
  const refused = ref<string[]>([])
  let sending = false
  let retry: ReturnType<typeof setTimeout> | undefined

  const events = computed(() => {
    const known = new Set((run.value?.events ?? []).map((event) => event.key))
    return [...(run.value?.events ?? []), ...waiting.value.filter((event) => !known.has(event.key))]
  })
  const state = computed(() => (run.value ? foldRun(run.value.targets, events.value) : null))

  function show(view: RunView): void {
    run.value = view
    const kept = localStorage.getItem(storageKey(view.id))
    waiting.value = kept ? (JSON.parse(kept) as KeyedRunEvent[]) : []
    if (waiting.value.length > 0) void flush()
  }
  /** @param soItIs what lies below is poured, whatever the log says */
  const start = async (potId: number, measure: MeasureChoice, soItIs = false) =>
    show(await api.post<RunView>('/api/runs', { potId, measure, soItIs }))
  const open = async (runId: number) => show(await api.get<RunView>(`/api/runs/${runId}`))

  function keep(): void {
    if (!run.value) return
    if (waiting.value.length > 0)
      localStorage.setItem(storageKey(run.value.id), JSON.stringify(waiting.value))
    else localStorage.removeItem(storageKey(run.value.id))
  }
  async function record(event: RunEvent): Promise<void> {
    waiting.value = [...waiting.value, { ...event, key: crypto.randomUUID() }]
    keep()
    await flush()
  }
  async function flush(): Promise<void> {
    if (sending || !run.value || waiting.value.length === 0) return
    sending = true
    clearTimeout(retry)
    const batch = waiting.value
    try {
      run.value = await api.post<RunView>(`/api/runs/${run.value.id}/events`, { events: batch })
      const sent = new Set(batch.map((event) => event.key))
      waiting.value = waiting.value.filter((event) => !sent.has(event.key))
      offline.value = false
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
      offline.value = isUnanswered(error.problem.status)
      if (offline.value) retry = setTimeout(() => void flush(), RETRY_MS)
      else putAside(batch, error.problem)
    } finally {
      sending = false
      keep()
    }
    if (!offline.value && waiting.value.length > 0) await flush()
  }
  /** What the server will never take is told, and does not hold up what was done after it. */
  function putAside(batch: readonly KeyedRunEvent[], { title, issues, current }: Problem): void {
    const named = issues.flatMap(({ path }) => /^events\[(\d+)\]/.exec(path)?.[1] ?? [])
    const wrong = named.map((index) => batch[Number(index)]?.key)
    const isRefused = (event: KeyedRunEvent) =>
      named.length > 0 ? wrong.includes(event.key) : batch.some((one) => one.key === event.key)
    waiting.value = waiting.value.filter((event) => !isRefused(event))
    refused.value = [...refused.value, title]
    if (current) run.value = current as RunView
  }
  function understood(): void {
    refused.value = []
  }
  function leave(): void {
    clearTimeout(retry)
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
