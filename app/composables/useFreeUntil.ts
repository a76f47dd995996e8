import { mouldsInUse } from '~~/core/trade'
import { MS_PER_DAY } from '~~/core/units'
import type { MarketProductRow } from '~~/shared/types/markets'

/** What the plan leaves free of hands and moulds until an instant. */
export function useFreeUntil(at: () => string) {
  const plan = usePlanStore()
  const workshop = useWorkshopStore()
  const recipes = useRecipeStore()
  const load = usePlanLoad()
  const startOf = usePotStarts()
  const WEEK_DAYS = 7

  const days = computed(() => Math.max(0, (Date.parse(at()) - nowMs()) / MS_PER_DAY))
  /** Hours of shifts that nothing is planned for, minutes; null where there is no plan. */
  const handsMin = computed(() => {
    if (!plan.question) return null
    const weeks = days.value / WEEK_DAYS
    return Math.round(
      load.hands.value.reduce(
        (sum, { weeks: own }) =>
          sum +
          own.reduce((free, { shiftMin, plannedMin }, i) => {
            const share = Math.max(0, Math.min(1, weeks - i))
            return free + share * Math.max(0, shiftMin - plannedMin)
          }, 0),
        0,
      ),
    )
  })
  /** Castings for which each mould has time, beside those planned in it; by its row. */
  const castings = (products: readonly MarketProductRow[], orderId: number) => {
    const free: Record<string, number> = {}
    for (const { mouldId, mouldDays } of products) {
      const mould = mouldId === null ? undefined : workshop.moulds.get(mouldId)
      if (!mould) continue
      const all = mouldsInUse(mould) * Math.floor(days.value / Math.max(mouldDays, 0.1))
      const key = mouldKey(mould.id)
      free[key] = Math.min(free[key] ?? Infinity, Math.max(0, all - plannedIn(mould.id, orderId)))
    }
    return free
  }
  const plannedIn = (mouldId: number, orderId: number) =>
    plan.pots
      .filter(
        ({ id, state }) => state === 'planned' && (startOf.value.get(id) ?? 0) < Date.parse(at()),
      )
      .flatMap(({ portions }) => portions)
      .filter(
        (portion) =>
          portion.layerIndex === 0 &&
          portion.orderId !== orderId &&
          recipes.byId.get(portion.recipeId)?.mouldId === mouldId,
      )
      .reduce((sum, { pieces }) => sum + pieces, 0)
  return { handsMin, castings }
}

/** A mould among what is short for a market day. */
export const mouldKey = (mouldId: number) => `mould ${mouldId}`
