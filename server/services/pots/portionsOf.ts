import { courseParts, sizePiece } from '../../../core/recipe'
import type { Portion, Recipe } from '../../../core/trade'
import { pouredMlOf } from '../../../core/size'
import type { StoredPortion } from '../../db/pots'

/**
 * A stored portion as the core knows it, its amount worked out anew; null when its recipe has not
 * this layer.
 */
export function corePortion(
  stored: Pick<StoredPortion, 'lineId' | 'layerId' | 'firstPiece' | 'pieces'>,
  recipe: Recipe | undefined,
): Portion | null {
  const layerIndex = recipe?.layers.findIndex((layer) => layer.id === stored.layerId) ?? -1
  const layer = recipe?.layers[layerIndex]
  const sized = recipe && layer && sizePiece(recipe)
  const netMl = sized?.ok ? sized.value.layers[layerIndex]?.netMl : undefined
  const work = recipe && courseParts(recipe).work[layerIndex]
  if (!recipe || !layer || !work || netMl === undefined) return null
  const { lineId, firstPiece, pieces } = stored
  return {
    lineId,
    layer,
    work,
    layerIndex,
    firstPiece,
    pieces,
    pouredMl: pouredMlOf(layer, netMl, pieces),
    mouldId: recipe.mouldId,
  }
}
