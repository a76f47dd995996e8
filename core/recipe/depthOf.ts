import type { SizedLayer } from '../size'
import type { Layer } from '../trade'

/**
 * How deep a sized layer stands: the thickness of a coat, or from the layer below to its own level;
 * mm, null where unknown.
 */
export function depthOf(layer: Pick<Layer, 'fill'>, sized: SizedLayer | undefined): number | null {
  if (layer.fill.coat) return layer.fill.coat.thicknessMm
  return sized && sized.fromMm !== null && sized.toMm !== null ? sized.toMm - sized.fromMm : null
}
