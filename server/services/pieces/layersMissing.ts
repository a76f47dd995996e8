import { numbersOf, rangeOf } from '../../../core/trade'
import type { Issue } from '../../../core/issue'
import { issue } from '../../../core/result'
import { issueSentence } from '../../../shared/words'
import { pouredLayers } from '../../db/pieceLogs'
import type { StoredPiece } from '../../db/pieces'
import type { StoredPot } from '../../db/pots'
import type { Db } from '../../db/rows'
import { AppError } from '../AppError'
import { countingLayers } from '../pots/failures'
import { recipesOfLines } from '../recipes/lineRecipes'

/** It looks wrong and can be true. */
const doubted = (wrong: Issue) => new AppError('say-so', issueSentence(wrong), { issues: [wrong] })

/**
 * Layers of a piece's recipe that its log knows nothing of; whoever says that it is finished all
 * the same is believed.
 */
export async function requireAllPoured(
  db: Db,
  workspaceId: number,
  piece: StoredPiece,
): Promise<void> {
  const recipe = (await recipesOfLines(db, workspaceId, [piece]))(piece)
  // What wanted rework and was mended is finished as it was poured.
  const readPours = piece.state === 'rework' ? pouredLayers : countingLayers
  const poured = new Set(
    (await readPours(db, workspaceId, [piece.orderLineId]))
      .filter((one) => one.number === piece.number)
      .map((one) => one.layerId),
  )
  const missing = (recipe?.layers ?? []).filter((layer) => !poured.has(layer.id))
  if (missing.length > 0)
    throw doubted(issue('', 'layers-missing', { layers: missing.map((layer) => layer.name) }))
}

/**
 * The layers below those that a pot pours have to be poured before it; whoever says that they are
 * is believed.
 */
export async function requirePouredBelow(
  db: Db,
  workspaceId: number,
  { portions }: StoredPot,
): Promise<void> {
  const lineIds = portions.map(({ lineId }) => lineId)
  const keyOf = (lineId: number, number: number, layerId: number) =>
    `${lineId}/${number}/${layerId}`
  const poured = new Set(
    (await countingLayers(db, workspaceId, lineIds)).map((one) =>
      keyOf(one.lineId, one.number, one.layerId),
    ),
  )
  const recipeOf = await recipesOfLines(db, workspaceId, portions)
  const missing = portions.flatMap((portion) => {
    const layers = recipeOf(portion)?.layers ?? []
    const below = layers[layers.findIndex((layer) => layer.id === portion.layerId) - 1]
    return below &&
      numbersOf(rangeOf(portion)).some(
        (number) => !poured.has(keyOf(portion.lineId, number, below.id)),
      )
      ? [{ layer: below.name, order: portion.orderTitle }]
      : []
  })
  if (missing.length > 0) throw doubted(issue('', 'below-missing', { layers: missing }))
}
