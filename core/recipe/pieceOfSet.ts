import type { Recipe, SetPiece } from '../trade'

/**
 * Another piece of a set by itself: the layers that it has, filled as it is filled. Inclusions lie in
 * the first piece.
 * @returns the recipe of that piece, and of each of its layers the place among the set's
 */
export function pieceOfSet(
  recipe: Recipe,
  { shape, fills = [] }: SetPiece,
): { recipe: Recipe; layerAt: number[] } {
  const own = new Map(fills.map(({ layer, fill }) => [layer, fill]))
  const layerAt = recipe.layers.flatMap(({ key }, i) => (own.get(key) === null ? [] : [i]))
  const layers = layerAt.flatMap((at) => {
    const layer = recipe.layers[at]
    return layer ? [{ ...layer, inclusions: [], fill: own.get(layer.key) ?? layer.fill }] : []
  })
  return { recipe: { ...recipe, shape, layers, others: [] }, layerAt }
}

/** The pieces of a set without what they say of a layer that is taken out. */
export const withoutFill = (others: readonly SetPiece[], layer: string): SetPiece[] =>
  others.map(({ fills, ...piece }) =>
    filledAs(
      piece,
      fills?.filter((one) => one.layer !== layer),
    ),
  )

/**
 * The pieces of a set where a layer is divided: what does not get it gets none of its parts, what has
 * a depth of its own has as much of each.
 * @param parts the keys of the parts, the first of which is that of the layer
 * @returns null where a piece is filled in a way that cannot be divided so
 */
export function withDividedFill(
  others: readonly SetPiece[],
  parts: readonly string[],
): SetPiece[] | null {
  const [layer] = parts
  const fillOf = ({ fills }: SetPiece) => fills?.find((one) => one.layer === layer)?.fill
  if (others.some((piece) => (fillOf(piece) ?? { depthMm: 1 }).depthMm === undefined)) return null
  return others.map((piece) => {
    const fill = fillOf(piece)
    if (fill === undefined) return piece
    const part = fill?.depthMm === undefined ? null : { depthMm: fill.depthMm / parts.length }
    return filledAs(piece, [
      ...(piece.fills ?? []).filter((one) => one.layer !== layer),
      ...parts.map((key) => ({ layer: key, fill: part })),
    ])
  })
}

/** The pieces of a set where a layer is dropped in: what does not get the one under it does not get it. */
export const withDroppedLayer = (
  others: readonly SetPiece[],
  under: string | undefined,
  layer: string,
): SetPiece[] =>
  others.map((piece) =>
    piece.fills?.some((one) => one.layer === under && one.fill === null)
      ? filledAs(piece, [...piece.fills, { layer, fill: null }])
      : piece,
  )

/** A piece of a set with what it says of layers; nothing where it is filled as the first. */
export function filledAs(piece: SetPiece, fills: SetPiece['fills']): SetPiece {
  const { fills: _before, ...plain } = piece
  return fills && fills.length > 0 ? { ...plain, fills } : plain
}
