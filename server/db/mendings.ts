import type { Mending } from '../../core/rework'
import type { Db } from './rows'

/** The recipe by which pieces of another are mended so; null where nobody has yet. */
export async function mendingRecipe(
  db: Db,
  workspaceId: number,
  of: { recipeId: number; route: Mending; part: string },
): Promise<number | null> {
  const row = (await db('mending_recipes')
    .where({
      workspace_id: workspaceId,
      recipe_id: of.recipeId,
      route: of.route,
      part: of.part,
    })
    .first('by_recipe_id as id')) as { id: number } | undefined
  return row?.id ?? null
}

export async function addMendingRecipe(
  db: Db,
  workspaceId: number,
  of: { recipeId: number; route: Mending; part: string; byRecipeId: number },
): Promise<void> {
  await db('mending_recipes').insert({
    workspace_id: workspaceId,
    recipe_id: of.recipeId,
    route: of.route,
    part: of.part,
    by_recipe_id: of.byRecipeId,
  })
}

export interface MendingLine {
  id: number
  quantity: number
}

/** Lines of an order that mend, on which nobody has begun. */
const notBegun = (db: Db, workspaceId: number) =>
  db('order_lines')
    .where({ workspace_id: workspaceId, mends: true })
    .whereNull('recipe_version')
    .whereNotExists(
      db('work_events').whereRaw('work_events.order_line_id = order_lines.id').select(db.raw('1')),
    )

/**
 * Puts a piece to be mended at the end of a line of its order, together with what is mended in the
 * same way and not begun yet.
 * @returns the line
 */
export async function addToMend(
  db: Db,
  workspaceId: number,
  add: { orderId: number; recipeId: number; pieceId: number; part: string; now: Date },
): Promise<number> {
  const owner = { workspace_id: workspaceId, order_id: add.orderId }
  const open = (await notBegun(db, workspaceId)
    .where({ order_id: add.orderId, recipe_id: add.recipeId })
    .first('id', 'quantity')) as MendingLine | undefined
  const line = open ?? (await newLine())
  const number = line.quantity + 1
  if (open) await db('order_lines').where({ id: line.id }).update({ quantity: number })
  await db('pieces').insert({
    workspace_id: workspaceId,
    order_line_id: line.id,
    number,
    state: 'curing',
    mends_id: add.pieceId,
    mends_part: add.part,
    updated_at: add.now,
  })
  return line.id

  async function newLine(): Promise<MendingLine> {
    const last = (await db('order_lines').where(owner).max('position as position').first()) as
      { position: number | null } | undefined
    const [id = 0] = await db('order_lines').insert({
      ...owner,
      position: (last?.position ?? -1) + 1,
      recipe_id: add.recipeId,
      quantity: 1,
      mends: true,
    })
    return { id, quantity: 0 }
  }
}

/** What mends a piece, or one piece of a set. */
export interface MendingPiece {
  id: number
  lineId: number
  number: number
  state: string
  isBegun: boolean
}

export async function mendingsOf(
  db: Db,
  workspaceId: number,
  pieceId: number,
): Promise<(MendingPiece & { part: string })[]> {
  const rows = (await db('pieces')
    .where({ workspace_id: workspaceId, mends_id: pieceId })
    .orderBy('id')
    .select('id', 'order_line_id as lineId', 'number', 'state', 'mends_part as part')) as (Omit<
    MendingPiece,
    'isBegun'
  > & { part: string })[]
  const open = (await notBegun(db, workspaceId)
    .whereIn(
      'id',
      rows.map(({ lineId }) => lineId),
    )
    .pluck('id')) as number[]
  return rows.map((row) => ({ ...row, isBegun: !open.includes(row.lineId) }))
}

/** Takes a piece out of a line that mends and is not begun; a line without pieces goes. */
export async function removeMending(
  db: Db,
  workspaceId: number,
  { id, lineId, number }: MendingPiece,
): Promise<{ isLineGone: boolean }> {
  const onLine = { workspace_id: workspaceId, order_line_id: lineId }
  await db('pieces').where({ workspace_id: workspaceId, id }).delete()
  await db.raw(
    `UPDATE pieces SET number = number - 1
     WHERE workspace_id = ? AND order_line_id = ? AND number > ? ORDER BY number`,
    [workspaceId, lineId, number],
  )
  const left = (await db('pieces').where(onLine).count('* as count').first()) as { count: number }
  const isLineGone = Number(left.count) === 0
  if (!isLineGone)
    await db('order_lines')
      .where({ id: lineId })
      .update({ quantity: Number(left.count) })
  return { isLineGone }
}

export const removeLine = async (db: Db, workspaceId: number, lineId: number): Promise<void> => {
  await db('order_lines').where({ workspace_id: workspaceId, id: lineId }).delete()
}

/** So many more of a line are made, beside what was asked for; its order has been changed by that. */
export async function raiseLine(
  db: Db,
  workspaceId: number,
  line: { orderLineId: number; orderId: number },
  more: number,
): Promise<void> {
  await db('order_lines')
    .where({ workspace_id: workspaceId, id: line.orderLineId })
    .increment({ quantity: more, spares: more })
  await db('orders')
    .where({ workspace_id: workspaceId, id: line.orderId })
    .update({ version: db.raw('version + 1') })
}

/** An order that was ready is made once more. */
export async function makeAgain(db: Db, workspaceId: number, orderId: number): Promise<void> {
  await db('orders')
    .where({ workspace_id: workspaceId, id: orderId, state: 'ready' })
    .update({ state: 'making', version: db.raw('version + 1') })
}
