import { dueAt, foldRun, type RunEventKind, type RunState, type RunStepKind } from '~~/core/run'
import { keepLive, onHappened } from '~/live/happened'
import type { LiveEvent } from '~~/shared/events'
import { eventsWith } from '~/outbox/eventsWith'
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

/** What comes due at the end of a step. */
const DUE_WORDS: Partial<Record<RunStepKind, string>> = {
  stir: 'stirred',
  rest: 'pour',
  heat: 'heat pass',
}

/** What of a run comes due, the cup itself among it. */
function clocksOf({
  step,
  workableUntil,
  pourEndedAt,
}: RunState): Pick<RunClock, 'words' | 'until'>[] {
  const [due, words] = [dueAt(step), DUE_WORDS[step.kind]]
  return [
    ...(due !== null && words !== undefined ? [{ words, until: due }] : []),
    ...(workableUntil !== null && pourEndedAt === null
      ? [{ words: 'the cup is lost', until: workableUntil }]
      : []),
  ]
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
      .flatMap((run) => {
        const { id, potId, letter, tint, targets } = run
        return clocksOf(foldRun(targets, eventsWith(run, outbox.waiting))).map((clock) => ({
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
