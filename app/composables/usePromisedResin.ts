import { reserved } from '~~/core/stock'

/** What of each resin the planned pots ask for, what is free of it, and from when it lacks. */
export function usePromisedResin() {
  const plan = usePlanStore()
  const resins = useResinStore()
  const startOf = usePotStarts()
  const promised = computed(() => {
    const pots = plan.pots.filter(({ state }) => state === 'planned')
    return new Map(
      resins.resins.map((resin) => {
        const asked = pots.flatMap(({ id, resinId, needMl }) =>
          resinId === resin.id ? [{ amount: needMl, at: startOf.value.get(id) ?? null }] : [],
        )
        return [resin.id, { resin, ...reserved(asked, resin.stockMl) }] as const
      }),
    )
  })
  return { promised }
}
