import { onKeyStroke } from '@vueuse/core'
import type { PlanTaskRow } from '~~/shared/types/plan'
import type { PlanPin, PlanTerms } from '~~/shared/schemas/planTerms'
import type { PlanAsk } from '~~/shared/schemas/proposals'
import type { PlanShown } from '~/composables/usePlanShown'

interface PlanChangesOptions {
  shown: PlanShown
}

/** What can be asked of the plan; what the server refuses is said. */
export function usePlanChanges({ shown }: PlanChangesOptions) {
  const plan = usePlanStore()
  const refused = ref('')

  async function trying(work: () => Promise<unknown>): Promise<void> {
    refused.value = ''
    try {
      await work()
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
      refused.value = error.problem.title
      // Somebody else was faster: their plan holds, and is shown.
      if (error.problem.status === 409) await plan.load()
    }
  }
  function refuse(words: string): void {
    refused.value = words
  }
  const ask = (what: PlanAsk) => trying(() => plan.ask(what))
  const askTerms = (terms: PlanTerms) => ask({ kind: 'keep', terms, suppose: [] })
  const askPins = (pins: PlanPin[]) => askTerms({ ...shown.terms.value, pins })
  const afresh = () =>
    plan.plan
      ? ask({ kind: 'afresh', terms: plan.plan.terms, suppose: [] })
      : trying(() => plan.begin())
  const restore = (direction: 'undo' | 'redo') => trying(() => plan.restore(direction))

  const pinsWithout = (key: string) => shown.terms.value.pins.filter((one) => one.taskKey !== key)
  const pinAs = (pin: PlanPin) => askPins([...pinsWithout(pin.taskKey), pin])
  /** Pins a task where it lies, or takes its pin out. */
  function turnPin(task: PlanTaskRow): Promise<void> | undefined {
    if (shown.pinned.value.has(task.key)) return askPins(pinsWithout(task.key))
    if (!task.attended) return
    return pinAs({ taskKey: task.key, startAt: task.startAt, personId: task.personId })
  }

  onKeyStroke((event) => {
    const letter = event.key.toLowerCase()
    const isTyping = /^(INPUT|TEXTAREA|SELECT)$/.test((event.target as HTMLElement).tagName)
    if (!(event.ctrlKey || event.metaKey) || !['z', 'y'].includes(letter) || isTyping) return
    event.preventDefault()
    const direction = letter === 'y' || event.shiftKey ? 'redo' : 'undo'
    const can = direction === 'undo' ? plan.plan?.canUndo : plan.plan?.canRedo
    if (!plan.planning && can) void restore(direction)
  })
  onBeforeUnmount(() => {
    if (plan.proposal) void plan.discard()
  })
  return {
    refused: readonly(refused),
    refuse,
    ask,
    askTerms,
    afresh,
    accept: () => trying(() => plan.accept()),
    discard: () => trying(() => plan.discard()),
    look: (id: number) => trying(() => plan.look(id)),
    restore,
    pinAs,
    turnPin,
  }
}
