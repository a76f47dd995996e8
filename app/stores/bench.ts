import { foldRun, type RunEvent } from '~~/core/run'
import { EVENT_WORDS } from '~~/shared/words'
import { onHappened, onLost, readAgain } from '~/live/happened'
import { eventsWith } from '~/outbox/eventsWith'
import { keepRun, keptRun } from '~/outbox/kept'
import type { MeasureChoice } from '~~/shared/schemas/people'
import type { RunView } from '~~/shared/types/runs'
import type { BenchBottle } from '~~/shared/types/stock'

/**
 * The live run of a pot. What is done is kept on the device first and shown at once; the outbox sends
 * it. A run that this device has seen goes on without a network.
 */
export const useBenchStore = defineStore('bench', () => {
  const api = useApi()
  const outbox = useOutboxStore()
  const run = shallowRef<RunView | null>(null)
  /** The bottles of its resin; none where nobody can say, as without a network. */
  const bottles = shallowRef<BenchBottle[]>([])

  const own = computed(() =>
    outbox.entries.filter(({ what }) => what.kind === 'run' && what.runId === run.value?.id),
  )
  const waiting = computed(() =>
    own.value.flatMap(({ what, refused }) =>
      what.kind === 'run' && refused === null ? [what.event] : [],
    ),
  )
  /** What the server refused of what was done here, and why, until somebody has seen it. */
  const refused = computed(() => own.value.filter((entry) => entry.refused !== null))
  const offline = computed(() => waiting.value.length > 0 && outbox.state !== 'reached')

  const state = computed(() =>
    run.value ? foldRun(run.value.targets, eventsWith(run.value, outbox.waiting)) : null,
  )

  /** Runs that went on while they were not shown: what is still being read of them may be old. */
  const wentOn = new Set<number>()

  /** @param ask for what the server tells of a run, which is shown once it is told */
  async function show(
    ask: () => Promise<RunView>,
    where: { potId: number } | { id: number },
  ): Promise<void> {
    wentOn.clear()
    let view = await orKept(ask(), where)
    while (wentOn.delete(view.id)) {
      const { id } = view
      view = await orKept(api.get<RunView>(`/api/runs/${id}`), { id })
    }
    run.value = view
    readBottles()
    await keepRun(view)
    await outbox.begin()
  }
  const readBottles = readAgain(async () => {
    if (run.value) bottles.value = await api.get<BenchBottle[]>(`/api/runs/${run.value.id}/bottles`)
  })
  onHappened(({ subject }) => {
    if (subject === 'stock') readBottles()
  })
  /** What the server tells of a run, or what this device has seen of it where it tells nothing. */
  async function orKept(
    told: Promise<RunView>,
    where: { potId: number } | { id: number },
  ): Promise<RunView> {
    try {
      return await told
    } catch (error) {
      const kept =
        error instanceof ProblemError && error.problem.status === 0 ? await keptRun(where) : null
      if (!kept) throw error
      return kept
    }
  }
  /** @param soItIs what lies below is poured, whatever the log says */
  const start = (potId: number, measure: MeasureChoice, soItIs = false) =>
    show(() => api.post<RunView>('/api/runs', { potId, measure, soItIs }), { potId })
  const open = (id: number) => show(() => api.get<RunView>(`/api/runs/${id}`), { id })

  async function record(event: RunEvent): Promise<void> {
    if (!run.value) return
    const { id, letter } = run.value
    await outbox.add(
      { kind: 'run', runId: id, event: { ...event, key: crypto.randomUUID() } },
      `Pot ${letter}: ${EVENT_WORDS[event.kind]}`,
    )
  }
  outbox.onAnswer((answer) => {
    if (answer.kind !== 'run') return
    // Somebody may have gone on to another run or page meanwhile, or not be there yet.
    if (run.value?.id === answer.view.id) run.value = answer.view
    else wentOn.add(answer.view.id)
    void keepRun(answer.view)
  })
  const understood = () => outbox.understood(refused.value)
  /** What is not sent yet goes on being sent. */
  function leave(): void {
    run.value = null
    bottles.value = []
  }
  /** What another device did on this run; what was done here and is not sent yet stays on top. */
  const readRun = readAgain(async () => {
    if (!run.value) return
    const seen = await api.get<RunView>(`/api/runs/${run.value.id}`)
    // An answer that overtook this one may tell more already.
    if (run.value?.id === seen.id && seen.events.length >= run.value.events.length) run.value = seen
  })
  onHappened(({ subject, kind, id }) => {
    // Whatever is told of a run tells that it has begun.
    if (subject !== 'run' || kind === 'begun') return
    if (id === run.value?.id) readRun()
    else if (id !== null) wentOn.add(id)
  })
  onLost(readRun)
  return {
    run: computed(() => run.value),
    bottles: computed(() => bottles.value),
    state,
    waiting,
    offline,
    refused,
    understood,
    start,
    open,
    record,
    leave,
  }
})
