import type { Ref } from 'vue'
import { NO_TERMS, type PlanTerms } from '~~/shared/schemas/planTerms'
import type { PlanTaskRow } from '~~/shared/types/plan'
import { MS_PER_DAY } from '~~/core/units'
import { isLate } from '~/utils/proposalChanges'

interface PlanShownOptions {
  /** The present moment, milliseconds since 1970. */
  now: Readonly<Ref<number>>
}
export type PlanShown = ReturnType<typeof usePlanShown>

/** The plan that is looked at: what is proposed is seen before it holds. */
export function usePlanShown({ now }: PlanShownOptions) {
  const plan = usePlanStore()

  const isProposed = computed(
    () => plan.proposal?.state === 'done' && plan.proposal.outcome !== null,
  )
  const outcome = computed(() => (isProposed.value ? plan.proposal?.outcome : null))
  const tasks = computed<readonly PlanTaskRow[]>(
    () => (outcome.value ? outcome.value.tasks : plan.plan?.tasks) ?? [],
  )
  const byKey = computed(() => new Map(tasks.value.map((task) => [task.key, task])))
  /** Where tasks that move lie in the plan that holds. */
  const ghosts = computed(
    () =>
      new Map(
        (plan.proposal?.outcome?.moved ?? []).map((task) => [
          task.key,
          { fromMs: Date.parse(task.fromAt), personId: task.fromPersonId },
        ]),
      ),
  )
  const terms = computed<PlanTerms>(
    () => (outcome.value ? plan.proposal?.ask.terms : plan.plan?.terms) ?? NO_TERMS,
  )
  const pinOf = computed(() => new Map(terms.value.pins.map((pin) => [pin.taskKey, pin])))
  /** A day to either side of all tasks and of now. */
  const range = computed(() => ({
    fromMs: Math.min(now.value, ...tasks.value.map((one) => Date.parse(one.startAt))) - MS_PER_DAY,
    toMs: Math.max(now.value, ...tasks.value.map((one) => Date.parse(one.endAt))) + MS_PER_DAY,
  }))
  const promises = computed(() => plan.plan?.promises ?? [])
  const orderTitles = computed(
    () => new Map(promises.value.map((promise) => [promise.orderId, promise.title])),
  )
  /** Order lines of which pieces are still to be made. */
  const lines = computed(() => {
    const recipeNames = new Map(
      plan.pots.flatMap((pot) =>
        pot.portions.map((portion) => [portion.lineId, portion.recipeName] as const),
      ),
    )
    const titles = new Map(
      tasks.value.map((one) => [
        one.orderLineId,
        [orderTitles.value.get(one.orderId), recipeNames.get(one.orderLineId)]
          .filter(Boolean)
          .join(', '),
      ]),
    )
    return [...titles].filter(([id]) => id > 0).map(([id, title]) => ({ id, title }))
  })
  return {
    isProposed,
    tasks,
    byKey,
    ghosts,
    terms,
    pinOf,
    pinned: computed<ReadonlySet<string>>(() => new Set(pinOf.value.keys())),
    range,
    promises,
    lateCount: computed(() => promises.value.filter(isLate).length),
    orderTitles,
    lines,
  }
}
