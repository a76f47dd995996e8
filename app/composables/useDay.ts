import type { Ref } from 'vue'
import { comesIfOrdered } from '~~/core/tasks'
import type { PlanTaskRow } from '~~/shared/types/plan'
import { isPutOff, isToldOver } from '~/utils/workWords'

interface UseDayOptions {
  /** The present moment, milliseconds since 1970. */
  now: Readonly<Ref<number>>
  /** Whose hands are shown; null for everybody's. */
  personId: () => number | null
}
const SHOWN = 15

/** What of the plan, the racks and the stores concerns hands today. */
export function useDay({ now, personId }: UseDayOptions) {
  const plan = usePlanStore()
  const racks = useRackStore()
  const { short } = useWhen()

  const tasks = computed(() => plan.plan?.tasks ?? [])
  const isShown = (task: { personId: number | null }) =>
    personId() === null || task.personId === personId()

  const hands = computed(() =>
    tasks.value
      .filter(
        (task) =>
          task.attended &&
          !isToldOver(task) &&
          (Date.parse(task.endAt) > now.value || task.told?.kind === 'begun') &&
          isShown(task),
      )
      .slice(0, SHOWN),
  )
  /** What the plan has behind it, and nobody has told as done or begun. */
  const overdue = computed(() =>
    tasks.value.filter(
      (task) => Date.parse(task.endAt) < now.value && isOpen(task) && isShown(task),
    ),
  )
  /** A pot that should be mixed and is not, or other work of which nothing was told. */
  const isOpen = (task: PlanTaskRow) =>
    task.does
      ? task.attended &&
        (task.told === null || task.told.kind === 'put off') &&
        !isPutOff(task, now.value)
      : task.kind === 'mix' && plan.potById.get(task.potId ?? 0)?.state === 'planned'
  const openings = computed(() => openingsAhead(racks.pieces, now.value).slice(0, SHOWN))
  /** Resins of which the pots still to be mixed ask for more than the stores hold. */
  const { promised } = usePromisedResin()
  const shortOf = computed(() =>
    [...promised.value.values()].flatMap(({ resin, reserved: needMl, shortAt }) =>
      shortAt === null
        ? []
        : [{ resin, needMl, stockMl: resin.stockMl, comes: comesWords(resin.id, resin.leadDays) }],
    ),
  )
  function comesWords(resinId: number, leadDays: number): string {
    const told = plan.plan?.terms.deliveries.find((delivery) => delivery.resinId === resinId)?.at
    const ordered = new Date(comesIfOrdered(now.value, leadDays)).toISOString()
    return told ? `it comes ${short(told)}` : `ordered now it can be there ${short(ordered)}`
  }
  const late = computed(() =>
    (plan.plan?.promises ?? []).filter(
      (promise) => promise.readyAt === null || promise.lateMin > 0,
    ),
  )
  return { hands, overdue, openings, short: shortOf, late }
}
