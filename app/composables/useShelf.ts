import { usableUntil, wareKey, type Ware } from '~~/core/stock'
import { MS_PER_DAY } from '~~/core/units'
import type { LotRow } from '~~/shared/types/stock'
import { ENDS_SOON_DAYS } from '~/utils/movementWords'

/** What the stores keep, by its name, with the bottles of it. */
export function useShelf() {
  const stock = useStockStore()
  const resins = useResinStore()
  const workshop = useWorkshopStore()
  const { local } = useWhen()

  function nameOf(ware: Ware): string {
    if (ware.of === 'resin')
      return `${resins.byId.get(ware.id)?.name ?? 'a resin'}, ${ware.part.toUpperCase()}`
    if (ware.of === 'pigment') return workshop.pigments.get(ware.id)?.name ?? 'a pigment'
    return workshop.materials.get(ware.id)?.name ?? 'a material'
  }
  const lotsOf = (ware: Ware): LotRow[] => stock.byWare.get(wareKey(ware)) ?? []
  const leftOf = (ware: Ware) => lotsOf(ware).reduce((sum, { left }) => sum + left, 0)
  /** Until when a bottle may be used, as an instant; null where it does not end. */
  const endOf = (lot: LotRow): number | null =>
    usableUntil(
      lot.useBy === null ? null : local(lot.useBy).endOf('day').toMillis(),
      lot.openedAt === null ? null : Date.parse(lot.openedAt),
      lot.keepsDays,
    )
  /** Whether a bottle is past its end, or will be soon. */
  function ending(lot: LotRow): { isOver: boolean; isSoon: boolean; words: string } {
    const end = endOf(lot)
    if (end === null) return { isOver: false, isSoon: false, words: '' }
    const isOver = end < nowMs()
    const words = `${isOver ? 'ended' : 'until'} ${local(new Date(end).toISOString()).toFormat('d LLL yyyy')}`
    return { isOver, isSoon: !isOver && end < nowMs() + ENDS_SOON_DAYS * MS_PER_DAY, words }
  }
  /** An amount in the unit that a bottle is counted in, in the reader's own where that has one. */
  const amountOf = (amount: number, unit: string, decimals = 0) =>
    unit === 'g' || unit === 'ml'
      ? figure(amount, unit, decimals)
      : `${plainNumber(amount)} ${unit}${Math.abs(amount) === 1 || unit.length < 3 ? '' : 's'}`
  return { nameOf, lotsOf, leftOf, endOf, ending, amountOf }
}
