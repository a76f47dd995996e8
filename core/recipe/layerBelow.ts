import type { Layer, Recipe } from '../trade'

/**
 * The layer that another is poured on, by its place: the last before it that lies on the same side;
 * on the side that lies open also the last that fills the piece.
 * @returns null where it is poured into an empty mould, on a bare base, or on a side that no layer of
 *   the recipe has yet
 */
export function layerBelow(
  { layers, front }: Pick<Recipe, 'layers' | 'front'>,
  index: number,
): number | null {
  const own = layers[index]
  if (!own) return null
  const open = front === 'underside' ? 'back' : 'face'
  const isUnder = ({ side }: Layer): boolean =>
    side === own.side ||
    (own.side === 'inside' && side === open) ||
    (own.side === open && side === 'inside')
  const at = layers.slice(0, index).findLastIndex(isUnder)
  return at < 0 ? null : at
}
