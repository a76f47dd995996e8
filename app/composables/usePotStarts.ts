/** When planned pots are to be mixed, by pot, ms since 1970. */
export function usePotStarts() {
  const plan = usePlanStore()
  return computed(
    () =>
      new Map(
        (plan.plan?.tasks ?? []).flatMap(({ kind, potId, startAt }) =>
          kind === 'mix' && potId !== null ? [[potId, Date.parse(startAt)] as const] : [],
        ),
      ),
  )
}
