import { membersOf, mendingOf, type Member, type Mending } from '../../../core/rework'
import { issue } from '../../../core/result'
import type { Recipe } from '../../../core/trade'
import { removePlannedPortions } from '../../db/pots'
import * as rows from '../../db/mendings'
import type { StoredPiece } from '../../db/pieces'
import { listRecipes } from '../../db/recipes'
import type { Db } from '../../db/rows'
import { AppError } from '../AppError'
import { recipesOfLines } from '../recipes/lineRecipes'
import { writeRecipe } from '../recipes/recipes'
import { found } from '../transactions'
import type { Who } from '../Who'

/** Which piece of a set is meant; null for all of a piece. */
export function memberNamed(recipe: Recipe, part: string): Member | null {
  if (part === '') return null
  const member = membersOf(recipe).find(({ name }) => name === part)
  if (!member)
    throw new AppError('invalid-input', 'This set has no such piece.', {
      issues: [issue('part', 'place-unknown')],
    })
  return member
}

/** The recipe by which a piece was made. */
export const recipeOfPiece = async (db: Db, who: Who, piece: StoredPiece): Promise<Recipe> =>
  found((await recipesOfLines(db, who.workspaceId, [piece]))(piece) ?? null, 'recipe')

/**
 * Has a piece mended, or a piece of a set made again: it gets a place in a line of its order that is
 * made by a recipe for that, which pots, plan, bench and cost take like any other.
 */
export async function openMending(
  trx: Db,
  who: Who,
  piece: StoredPiece,
  { route, part }: { route: Mending; part: string },
  now: Date,
): Promise<void> {
  const open = await rows.mendingsOf(trx, who.workspaceId, piece.id)
  if (open.some((one) => one.part === part && !OVER.has(one.state)))
    throw new AppError('invalid-input', 'This is being mended already: judge it when it is.')
  await rows.addToMend(trx, who.workspaceId, {
    orderId: piece.orderId,
    recipeId: await recipeFor(trx, who, piece, { route, part }, now),
    pieceId: piece.id,
    part,
    now,
  })
  await rows.makeAgain(trx, who.workspaceId, piece.orderId)
}
/** Mending that came out one way or the other. */
const OVER: ReadonlySet<string> = new Set(['good', 'second', 'lost'])

async function recipeFor(
  trx: Db,
  who: Who,
  piece: StoredPiece,
  { route, part }: { route: Mending; part: string },
  now: Date,
): Promise<number> {
  const of = { recipeId: piece.recipeId, route, part }
  const known = await rows.mendingRecipe(trx, who.workspaceId, of)
  if (known !== null) return known
  const recipe = await recipeOfPiece(trx, who, piece)
  const member = memberNamed(recipe, part)
  const fields = mendingOf(recipe, route, member)
  const names = new Set((await listRecipes(trx, who.workspaceId)).map(({ name }) => name))
  // It is for what is there already: no order is taken by it.
  const written = await writeRecipe(
    trx,
    who,
    { ...fields, name: freeName(fields.name, names), archived: true },
    now,
  )
  await rows.addMendingRecipe(trx, who.workspaceId, { ...of, byRecipeId: written.id })
  return written.id
}

function freeName(name: string, taken: ReadonlySet<string>): string {
  for (let number = 2, free = name; ; number++) {
    if (!taken.has(free)) return free
    free = `${name} (${number})`
  }
}

/**
 * Calls off what is still to be mended of a piece.
 * @param part of a set; null for all of them
 * @throws AppError where somebody has begun with it
 */
export async function dropMendings(
  trx: Db,
  who: Who,
  pieceId: number,
  part: string | null,
): Promise<void> {
  for (;;) {
    const open = (await rows.mendingsOf(trx, who.workspaceId, pieceId)).filter(
      (one) => !OVER.has(one.state) && (part === null || one.part === part),
    )
    if (open.some(({ isBegun }) => isBegun))
      throw new AppError(
        'invalid-input',
        'Its mending has been begun: judge what is mended instead.',
      )
    // Numbers close up behind one that goes.
    const [next] = open
    if (!next) return
    const { isLineGone } = await rows.removeMending(trx, who.workspaceId, next)
    if (!isLineGone) continue
    await removePlannedPortions(trx, who.workspaceId, {
      column: 'order_line_id',
      keys: [next.lineId],
    })
    await rows.removeLine(trx, who.workspaceId, next.lineId)
  }
}
