import { foldRun, type RunEventKind, type RunState } from '~~/core/run'
import { MS_PER_MIN } from '~~/core/units'
import { keepLive, onHappened } from '~/live/happened'
import type { LiveEvent } from '~~/shared/events'
import type { RunView } from '~~/shared/types/runs'

/** Something at a bench that comes due at an instant. */
export interface RunClock {
  key: string
  potId: number
  letter: string
  tint: string
  /** What is due then. */
  words: string
  until: number
}

/** What of a run comes due, the cup itself among it. */
function clocksOf({
  step,
  workableUntil,
  pourEndedAt,
}: RunState): Omit<RunClock, 'potId' | 'letter' | 'tint' | 'key'>[] {
  const cup =
    workableUntil !== null && pourEndedAt === null
      ? [{ words: 'the cup is lost', until: workableUntil }]
      : []
  switch (step.kind) {
    case 'stir':
      return step.startedAt === null
        ? cup
        : [{ words: 'stirred', until: step.startedAt + step.minutes * MS_PER_MIN }, ...cup]
    case 'rest':
      return [{ words: 'pour', until: step.until }, ...cup]
    case 'heat':
      return [{ words: 'heat pass', until: step.dueAt }]
    default:
      return cup
  }
}

const CLOCK_KINDS: readonly string[] = [
  'stirStarted',
  'stirEnded',
  'pourStarted',
  'pourEnded',
  'heatPass',
  'measured',
  'undone',
] satisfies RunEventKind[]
const movesClock = (kind: string) => CLOCK_KINDS.includes(kind)

/** The clocks that run at all benches, for whatever page is open. */
export const useClockStore = defineStore('clocks', () => {
  const api = useApi()
  const outbox = useOutboxStore()
  const runs = shallowRef<readonly RunView[]>([])
  const loaded = ref(false)

  async function load(): Promise<void> {
    runs.value = await api.get<RunView[]>('/api/runs')
    loaded.value = true
  }
  function forget(): void {
    runs.value = []
    loaded.value = false
  }
  /** The nearest first; with what was done at this device and is not sent yet. */
  const clocks = computed((): RunClock[] =>
    runs.value
      .flatMap(({ id, potId, letter, tint, targets, events }) => {
        const known = new Set(events.map(({ key }) => key))
        const own = outbox.waiting.flatMap(({ what }) =>
          what.kind === 'run' && what.runId === id && !known.has(what.event.key)
            ? [what.event]
            : [],
        )
        return clocksOf(foldRun(targets, [...events, ...own])).map((clock) => ({
          key: `${id}.${clock.words}.${clock.until}`,
          potId,
          letter,
          tint,
          ...clock,
        }))
      })
      .sort((x, y) => x.until - y.until),
  )
  outbox.onAnswer((answer) => {
    if (answer.kind === 'run')
      runs.value = runs.value.map((run) => (run.id === answer.view.id ? answer.view : run))
  })
  /** What goes on in one run is read alone, and only where it moves a clock. */
  async function readOne(id: number): Promise<void> {
    const seen = await api.get<RunView>(`/api/runs/${id}`)
    runs.value = runs.value.map((run) => (run.id === id ? seen : run))
  }
  const isStep = ({ subject, kind }: LiveEvent) => subject === 'run' && kind === 'gone on'
  onHappened((event) => {
    const isShown = runs.value.some(({ id }) => id === event.id)
    if (isStep(event) && event.id !== null && isShown && event.changed.some(movesClock))
      readOne(event.id).catch((error: unknown) => {
        if (!(error instanceof ProblemError)) throw error
      })
  })
  keepLive(
    (event) => event.subject === 'run' && !isStep(event),
    () => loaded.value,
    load,
  )
  return { runs: computed(() => runs.value), clocks, loaded: readonly(loaded), load, forget }
})
