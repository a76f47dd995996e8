import type { Bottle } from './types'

/**
 * Bottles in the order in which `lots` takes them: what ends first, of equal ones an open one before
 * a closed one, then the one with less left; what may not be used any more comes last.
 * @param at ms since 1970
 */
export function inTurnToUse(bottles: readonly Bottle[], at: number): Bottle[] {
  const end = ({ usableUntil }: Bottle) => usableUntil ?? Infinity
  const isOver = (bottle: Bottle) => Number(at > end(bottle))
  return [...bottles].sort(
    (x, y) =>
      isOver(x) - isOver(y) ||
      (end(x) === end(y) ? 0 : end(x) < end(y) ? -1 : 1) ||
      Number(y.isOpen) - Number(x.isOpen) ||
      x.left - y.left ||
      x.id - y.id,
  )
}
