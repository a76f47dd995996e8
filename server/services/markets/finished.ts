import { moneyText } from '../../../core/cost'
import type { FinishedFields } from '../../../shared/schemas/markets'
import type { FinishedRow } from '../../../shared/types/markets'
import { database } from '../../db/database'
import * as rows from '../../db/markets'
import { getRecipe, listRecipes } from '../../db/recipes'
import type { Db } from '../../db/rows'
import { getWorkspace } from '../../db/workshop'
import { tell } from '../../events/tell'
import { found, inTransaction, savedOrConflict } from '../transactions'
import type { Who } from '../Who'

/**
 * How many finished pieces of each recipe are there and nobody's, without what was sold or given
 * away on market days.
 * @param without the pieces of this order
 */
export async function finishedCounts(
  db: Db,
  workspaceId: number,
  without: number | null = null,
): Promise<ReadonlyMap<number, number>> {
  const [made, sales] = await Promise.all([
    rows.finishedPieces(db, workspaceId, without),
    rows.listSales(db, workspaceId, null),
  ])
  const counts = new Map(made)
  for (const { recipeId, sold, given } of sales)
    counts.set(recipeId, (counts.get(recipeId) ?? 0) - sold - given)
  return counts
}

/** Finished pieces that are nobody's, with where they stand and what is asked for them. */
export async function listFinished(who: Who): Promise<FinishedRow[]> {
  const db = database()
  return finishedRows(db, who)
}

async function finishedRows(db: Db, who: Who): Promise<FinishedRow[]> {
  const [counts, kept, recipes, { rules }] = await Promise.all([
    finishedCounts(db, who.workspaceId),
    rows.listFinished(db, who.workspaceId),
    listRecipes(db, who.workspaceId),
    getWorkspace(db, who.workspaceId),
  ])
  const own = new Map(kept.map((row) => [row.recipe_id, row]))
  return recipes.flatMap(({ id, name }) => {
    const count = counts.get(id) ?? 0
    const { version = 0, stands = '', price = null } = own.get(id) ?? {}
    const asked = price === null ? null : moneyText(price, rules.currency)
    return count === 0 ? [] : [{ recipeId: id, version, name, count, stands, price: asked }]
  })
}

/** Where they stand, and what is asked for one. */
export const saveFinished = (
  who: Who,
  recipeId: number,
  fields: FinishedFields & { version: number },
  now: Date,
): Promise<FinishedRow[]> =>
  inTransaction(async (trx) => {
    found(await getRecipe(trx, who.workspaceId, recipeId), 'recipe')
    const saved = await rows.saveFinished(trx, who.workspaceId, recipeId, fields, now)
    if (saved)
      tell(trx, who.workspaceId, {
        subject: 'stock',
        kind: 'changed',
        id: null,
        by: who.personId,
        at: now,
      })
    return savedOrConflict(saved, await finishedRows(trx, who), 'shelf of finished pieces')
  })
