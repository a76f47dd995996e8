import { batchOf, costBatch, type CostShelf } from '../../../core/batch'
import type { Result } from '../../../core/result'
import { chanceOfEnough, payingPct } from '../../../core/spares'
import type { Recipe } from '../../../core/trade'
import type { Order } from '../../../shared/types/orders'
import type { CostedLine } from '../../../shared/schemas/quotes'
import { allSaid } from '../../../shared/words'
import { HOUSE_TABLES } from '../../db/house'
import type { Db } from '../../db/rows'
import { readYield } from '../planning/situation/experience'
import { readShelf, type Shelf } from '../pots/shelf'

export interface Costing {
  lines: CostedLine[]
  /** Lines that cannot be costed, and why. */
  refused: { name: string; why: string }[]
  shelf: Shelf
}

/**
 * What the lines of an order cost as things are now: each made by itself, at the yield that the log
 * has taught, spares with them. What is only mended costs its work where it is done, and is asked of nobody.
 */
export async function costLines(
  db: Db,
  workspaceId: number,
  order: Pick<Order, 'lines'>,
): Promise<Costing> {
  const lines = order.lines.filter(({ mends }) => !mends)
  const [shelf, materials] = await Promise.all([
    readShelf(db, workspaceId, lines),
    HOUSE_TABLES.materials.list(db, workspaceId),
  ])
  const { yieldPct, judged } = await readYield(db, workspaceId, shelf.rules.yieldPct)
  const priced = { ...shelf, materials: new Map(materials.map((one) => [one.id, one])) }
  const refused: Costing['refused'] = []
  const costed = lines.flatMap((line): CostedLine[] => {
    const recipe = shelf.recipeOf(line)
    if (!recipe) return []
    const pieces = line.quantity - line.spares
    const paying = payingPct(pieces, line.quantity, yieldPct)
    const own = costRecipe(recipe, line.quantity, {
      ...priced,
      rules: { ...shelf.rules, yieldPct: paying },
    })
    if (!own.ok) {
      refused.push({ name: recipe.name, why: allSaid(own.issues) })
      return []
    }
    const { id: recipeId, version: recipeVersion, name } = recipe
    return [
      {
        lineId: line.id,
        recipeId,
        recipeVersion,
        name,
        pieces,
        spares: line.spares,
        chance: chanceOfEnough(pieces, line.quantity, { yieldPct, judged }),
        yieldPct: paying,
        ...own.value,
      },
    ]
  })
  return { lines: costed, refused, shelf }
}

/** Some pieces of a recipe, made by themselves. */
function costRecipe(
  recipe: Recipe,
  pieces: number,
  shelf: CostShelf,
): Result<Pick<CostedLine, 'cost' | 'handsMin'>> {
  const batch = batchOf(recipe, pieces, shelf)
  if (!batch.ok) return batch
  const costed = costBatch(batch.value, shelf)
  if (!costed.ok) return costed
  const { lines, overhead, batchCost, costPerPiece, costPerGood, handsMin } = costed.value
  return {
    ok: true,
    value: { cost: { lines, overhead, batchCost, costPerPiece, costPerGood }, handsMin },
  }
}
