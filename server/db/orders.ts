import type { Page } from '../../shared/types/exchange'
import type { OrderFields, OrderFilter, OrderSort, OrderState } from '../../shared/schemas/orders'
import type { Order } from '../../shared/types/orders'
import { removePlannedPortions } from './pots'
import { containing, groupBy, iso, updateVersioned, wordsOf, type Db } from './rows'

interface OrderColumns {
  id: number
  version: number
  kind: Order['kind']
  title: string
  customer: string | null
  promised_at: Date
  state: OrderState
  colours: string | null
  note: string | null
  wish: string | null
  owner_id: number | null
}
interface LineColumns {
  id: number
  order_id: number
  recipe_id: number
  quantity: number
  spares: number
  recipe_version: number | null
  mends: 0 | 1
}

async function readOrders(
  db: Db,
  workspaceId: number,
  rows: readonly OrderColumns[],
): Promise<Order[]> {
  const lines = (await db('order_lines')
    .where({ workspace_id: workspaceId })
    .whereIn(
      'order_id',
      rows.map((row) => row.id),
    )
    .orderBy('position')) as LineColumns[]
  const linesOf = groupBy(lines, (line) => line.order_id)
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    kind: row.kind,
    title: row.title,
    customer: row.customer ?? '',
    promisedAt: iso(row.promised_at),
    state: row.state,
    colours: row.colours ?? '',
    note: row.note ?? '',
    wish: row.wish ?? '',
    ownerId: row.owner_id,
    lines: (linesOf.get(row.id) ?? []).map((line) => ({
      id: line.id,
      recipeId: line.recipe_id,
      quantity: line.quantity,
      spares: line.spares,
      recipeVersion: line.recipe_version,
      mends: line.mends === 1,
    })),
  }))
}

/** By which column a list stands, and which way. */
const SORTS: Record<OrderSort, { column: string; way: 'asc' | 'desc' }> = {
  promise: { column: 'promised_at', way: 'asc' },
  latest: { column: 'promised_at', way: 'desc' },
  title: { column: 'title', way: 'asc' },
  customer: { column: 'customer', way: 'asc' },
}
const SEARCHED = ['title', 'customer', 'colours', 'note', 'wish']
/** Where a list goes on: behind the row of this value and id. */
export interface OrderCursor {
  value: string
  id: number
}

/** A page of orders; `after` is the cursor of the page before. */
export async function listOrders(
  db: Db,
  workspaceId: number,
  options: Partial<Pick<OrderFilter, 'find' | 'kind' | 'customerId' | 'sort'>> & {
    states: readonly OrderState[]
    limit: number
    after: OrderCursor | null
    /** Only those of this person; null for all. */
    ownerId?: number | null
  },
): Promise<Page<Order>> {
  const { after, ownerId, find = '', kind, customerId, sort = 'promise' } = options
  const { column, way } = SORTS[sort]
  const query = db('orders')
    .where({ workspace_id: workspaceId })
    .whereIn('state', [...options.states])
    .orderBy([
      { column, order: way },
      { column: 'id', order: way },
    ])
    .limit(options.limit + 1)
  if (ownerId) query.where('owner_id', ownerId)
  if (kind) query.where({ kind })
  if (customerId) query.where('customer_id', customerId)
  // Market days are for nobody, and stand in no list by customer.
  if (sort === 'customer') query.whereNotNull('customer')
  for (const word of wordsOf(find))
    query.where((any) => {
      for (const field of SEARCHED) any.orWhere(field, 'like', containing(word))
    })
  if (after) {
    const value = column === 'promised_at' ? new Date(after.value) : after.value
    const beyond = way === 'asc' ? '>' : '<'
    query.where((rest) =>
      rest
        .where(column, beyond, value)
        .orWhere((same) => same.where(column, value).where('id', beyond, after.id)),
    )
  }
  const rows = (await query) as OrderColumns[]
  const orders = await readOrders(db, workspaceId, rows.slice(0, options.limit))
  const last = orders.at(-1)
  return {
    rows: orders,
    next: rows.length > options.limit && last ? `${keyOf(last, sort)}_${last.id}` : null,
  }
}
const keyOf = (order: Order, sort: OrderSort) =>
  sort === 'title' ? order.title : sort === 'customer' ? order.customer : order.promisedAt

/** Every order of a workshop, as for a table that goes out. */
export const listEveryOrder = async (db: Db, workspaceId: number): Promise<Order[]> =>
  readOrders(
    db,
    workspaceId,
    (await db('orders')
      .where({ workspace_id: workspaceId })
      .orderBy(['promised_at', 'id'])) as OrderColumns[],
  )

/** Orders of these states that were promised for a time, the latest first. */
export const ordersPromised = async (
  db: Db,
  workspaceId: number,
  { from, until, states }: { from: Date; until: Date; states: readonly OrderState[] },
): Promise<Order[]> =>
  readOrders(
    db,
    workspaceId,
    (await db('orders')
      .where({ workspace_id: workspaceId })
      .whereIn('state', [...states])
      .where('promised_at', '>=', from)
      .where('promised_at', '<', until)
      .orderBy([
        { column: 'promised_at', order: 'desc' },
        { column: 'id', order: 'desc' },
      ])) as OrderColumns[],
  )

export async function getOrder(db: Db, workspaceId: number, id: number): Promise<Order | null> {
  const [order] = await readOrders(
    db,
    workspaceId,
    (await db('orders').where({ workspace_id: workspaceId, id })) as OrderColumns[],
  )
  return order ?? null
}

/** A line as work on it is told. */
export interface StoredLine {
  id: number
  orderId: number
  ownerId: number | null
  recipeId: number
  recipeVersion: number | null
  quantity: number
  spares: number
}
/** Those of these lines that are there. */
export const listLines = async (
  db: Db,
  workspaceId: number,
  ids: readonly number[],
): Promise<StoredLine[]> =>
  (await db('order_lines')
    .join('orders', 'orders.id', 'order_lines.order_id')
    .where('order_lines.workspace_id', workspaceId)
    .whereIn('order_lines.id', [...ids])
    .select(
      'order_lines.id',
      'order_lines.order_id as orderId',
      'orders.owner_id as ownerId',
      'order_lines.recipe_id as recipeId',
      'order_lines.recipe_version as recipeVersion',
      'order_lines.quantity',
      'order_lines.spares',
    )) as StoredLine[]

/** Whose each of these orders is. */
export async function ownersByOrder(
  db: Db,
  workspaceId: number,
  ids: readonly number[],
): Promise<ReadonlyMap<number, number | null>> {
  const found = (await db('orders')
    .where({ workspace_id: workspaceId })
    .whereIn('id', [...ids])
    .select('id', 'owner_id as ownerId')) as { id: number; ownerId: number | null }[]
  return new Map(found.map(({ id, ownerId }) => [id, ownerId]))
}

/** An order with whom it is kept for, where that is a customer of the workshop. */
type KeptOrder = OrderFields & { customerId: number | null }

const columnsOf = (fields: KeptOrder) => ({
  kind: fields.kind,
  title: fields.title.trim(),
  customer: fields.customer.trim() || null,
  customer_id: fields.customerId,
  promised_at: new Date(fields.promisedAt),
  state: fields.state,
  colours: fields.colours || null,
  note: fields.note || null,
  wish: fields.wish || null,
  owner_id: fields.ownerId ?? null,
})

const ASIDE = 1000

/**
 * Lines keep their id as long as they stay, since pots and pieces hang on it. Those that mend pieces
 * stay behind the others: nobody asked for them, and they go when nothing is to be mended.
 */
async function writeLines(
  db: Db,
  workspaceId: number,
  orderId: number,
  fields: OrderFields,
): Promise<void> {
  const owner = { workspace_id: workspaceId, order_id: orderId }
  const all = (await db('order_lines').where(owner).orderBy('position').select('id', 'mends')) as {
    id: number
    mends: 0 | 1
  }[]
  const known = all.filter(({ mends }) => mends === 0).map(({ id }) => id)
  const mending = all.filter(({ mends }) => mends === 1).map(({ id }) => id)
  const wanted = fields.lines.filter(({ id }) => id === undefined || !mending.includes(id))
  const kept = wanted
    .map((line) => line.id)
    .filter((id): id is number => id !== undefined && known.includes(id))
  const dropped = known.filter((id) => !kept.includes(id))
  await removePlannedPortions(db, workspaceId, { column: 'order_line_id', keys: dropped })
  await db('order_lines').where(owner).whereIn('id', dropped).delete()
  await db('order_lines').where(owner).increment('position', ASIDE)
  for (const [i, id] of mending.entries())
    await db('order_lines')
      .where({ ...owner, id })
      .update({ position: wanted.length + i })
  for (const [position, line] of wanted.entries()) {
    const columns = {
      position,
      recipe_id: line.recipeId,
      quantity: line.quantity,
      spares: line.spares ?? 0,
    }
    if (line.id !== undefined && kept.includes(line.id))
      await db('order_lines')
        .where({ ...owner, id: line.id })
        .update(columns)
    else await db('order_lines').insert({ ...owner, ...columns })
  }
}

export async function insertOrder(
  db: Db,
  workspaceId: number,
  fields: KeptOrder,
  now: Date,
): Promise<number> {
  const [id = 0] = await db('orders').insert({
    workspace_id: workspaceId,
    ...columnsOf(fields),
    created_at: now,
    updated_at: now,
  })
  await writeLines(db, workspaceId, id, fields)
  return id
}

export async function updateOrder(
  db: Db,
  workspaceId: number,
  id: number,
  fields: KeptOrder & { version: number },
  now: Date,
): Promise<boolean> {
  const saved = await updateVersioned(
    db,
    'orders',
    { workspaceId, id, version: fields.version },
    columnsOf(fields),
    now,
  )
  if (saved) await writeLines(db, workspaceId, id, fields)
  return saved
}

/**
 * The versions of the recipes that these lines are made by from here on, unless they have been
 * begun before.
 */
export async function pinRecipe(
  db: Db,
  workspaceId: number,
  orderLineId: number,
  version: number,
): Promise<void> {
  await db('order_lines')
    .where({ workspace_id: workspaceId, id: orderLineId })
    .whereNull('recipe_version')
    .update({ recipe_version: version })
}

/**
 * Moves an order on when something happens to it; a person's own later choice is not touched.
 * @returns whether it moved
 */
export async function moveOn(
  db: Db,
  workspaceId: number,
  orderId: number,
  { from, to }: { from: readonly OrderState[]; to: OrderState },
  now: Date,
): Promise<boolean> {
  const changed = await db('orders')
    .where({ workspace_id: workspaceId, id: orderId })
    .whereIn('state', [...from])
    .update({ state: to, updated_at: now, version: db.raw('version + 1') })
  return changed === 1
}

/** How many orders a workshop has ever taken. */
export async function countOrders(db: Db, workspaceId: number): Promise<number> {
  const [row] = (await db('orders')
    .where({ workspace_id: workspaceId })
    .count({ orders: '*' })) as { orders: number }[]
  return Number(row?.orders ?? 0)
}
