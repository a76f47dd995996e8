import type { WorkState } from '~~/core/run'
import type { WorkTold } from '~~/shared/schemas/work'
import type { PlanTaskRow, PlanView } from '~~/shared/types/plan'

/** What is told of a task beside which task it is. */
export type Telling = Pick<WorkTold, 'kind'> &
  Partial<Omit<WorkTold, 'key' | 'kind' | 'lineId' | 'what' | 'visit' | 'layer'>>

/** What hands tell of their work. */
export const useWorkStore = defineStore('work', () => {
  const api = useApi()
  const plan = usePlanStore()
  const session = useSessionStore()
  const outbox = useOutboxStore()
  /** What was told last, to be taken back where it was a slip. */
  const last = shallowRef<{ task: PlanTaskRow; kind: WorkState['kind'] } | null>(null)

  /** What is told of a task, as it travels; null of what is told at the bench. */
  function eventOf(task: PlanTaskRow, telling: Telling): WorkTold | null {
    if (!task.does) return null
    const { asks: _asks, ...does } = task.does
    return {
      lineId: task.orderLineId,
      ...does,
      key: crypto.randomUUID(),
      at: new Date(nowMs()).toISOString(),
      personId: session.person?.id ?? 0,
      untilAt: null,
      tookMin: null,
      reason: '',
      answer: '',
      amount: null,
      ...telling,
    }
  }
  /** @param soItIs its pieces are poured whole, whatever the log says */
  async function send(task: PlanTaskRow, event: WorkTold, soItIs = false): Promise<void> {
    if (outbox.waiting.length > 0) await keep(task, event)
    else
      try {
        plan.see(await api.post<PlanView | null>('/api/work', { events: [event], soItIs }))
      } catch (error) {
        if (!(error instanceof ProblemError) || error.problem.status !== 0) throw error
        await keep(task, event)
      }
    last.value = event.kind === 'taken back' ? null : { task, kind: event.kind }
  }
  /** Without a network it is kept on this device, and sent later. */
  const keep = (task: PlanTaskRow, event: WorkTold) =>
    outbox.add({ kind: 'work', event }, `${task.title}: ${event.kind}`)
  outbox.onAnswer((answer) => {
    if (answer.kind === 'work') plan.see(answer.plan)
  })
  async function tell(task: PlanTaskRow, telling: Telling): Promise<void> {
    const event = eventOf(task, telling)
    if (event) await send(task, event)
  }
  const takeBack = (task: PlanTaskRow) => tell(task, { kind: 'taken back' })
  const forget = () => {
    last.value = null
  }
  return { last: computed(() => last.value), eventOf, send, tell, takeBack, forget }
})
