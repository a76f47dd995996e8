import type { CostShelf } from '~~/core/batch'

/** What this workshop works batches out from; null until its rules are read. */
export function useBatchShelf() {
  const workshop = useWorkshopStore()
  const resins = useResinStore()
  return computed<CostShelf | null>(
    () =>
      workshop.rules && {
        resins: resins.byId,
        pigments: workshop.pigments,
        materials: workshop.materials,
        moulds: workshop.moulds,
        rules: workshop.rules,
        warmC: workshop.warmC,
      },
  )
}
