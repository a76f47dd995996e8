import type { Portion } from '../trade'

/** Portions of one layer whose pieces follow one another in a pot become one. */
export function mergePortions<P extends Portion>(portions: readonly P[]): P[] {
  const sorted = [...portions].sort(
    (x, y) => x.lineId - y.lineId || x.layerIndex - y.layerIndex || x.firstPiece - y.firstPiece,
  )
  return sorted.reduce<P[]>((list, portion) => {
    const last = list.at(-1)
    const follows =
      last &&
      last.lineId === portion.lineId &&
      last.layer.id === portion.layer.id &&
      last.firstPiece + last.pieces === portion.firstPiece
    return follows
      ? [
          ...list.slice(0, -1),
          {
            ...last,
            pieces: last.pieces + portion.pieces,
            pouredMl: last.pouredMl + portion.pouredMl,
          },
        ]
      : [...list, portion]
  }, [])
}
