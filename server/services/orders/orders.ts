import { issue } from '../../../core/result'
import type { Page } from '../../../shared/types/exchange'
import {
  OPEN_STATES,
  ORDER_STATES,
  type OrderFields,
  type OrderFilter,
  type OrderSort,
} from '../../../shared/schemas/orders'
import type { Order } from '../../../shared/types/orders'
import { database } from '../../db/database'
import { customerNamed, customerNames } from '../../db/house/customers'
import * as rows from '../../db/orders'
import { listRecipes } from '../../db/recipes'
import type { Db } from '../../db/rows'
import { listPeople } from '../../db/people'
import { changedFields, tell } from '../../events/tell'
import { AppError } from '../AppError'
import { arrangePots } from '../pots/arrangePots'
import { may, ownersSeen } from '../rights'
import { found, inTurn, savedOrConflict } from '../transactions'
import type { Who } from '../Who'

const ORDERS_PER_PAGE = 50

export async function listOrders(
  who: Who,
  { all, state, ...filter }: OrderFilter,
  after: string | null,
): Promise<Page<Order>> {
  return rows.listOrders(database(), who.workspaceId, {
    ...filter,
    states: state ? [state] : all ? ORDER_STATES : OPEN_STATES,
    limit: ORDERS_PER_PAGE,
    after: cursorOf(after, filter.sort),
    ownerId: ownersSeen(who),
  })
}

function cursorOf(text: string | null, sort: OrderSort): rows.OrderCursor | null {
  if (text === null) return null
  const at = text.lastIndexOf('_')
  const [value, id] = [text.slice(0, at), text.slice(at + 1)]
  const isInstant = sort === 'promise' || sort === 'latest'
  if (at < 0 || !/^\d+$/.test(id) || (isInstant && Number.isNaN(Date.parse(value))))
    throw new AppError('invalid-input', 'This page of the list does not exist.', {
      issues: [issue('after', 'cursor-unknown')],
    })
  return { value, id: Number(id) }
}

/** Names of those for whom the workshop makes; a guest does not learn them. */
export const listCustomerNames = async (who: Who): Promise<string[]> =>
  may(who, 'see orders', [null]) ? customerNames(database(), who.workspaceId) : []

export const getOrder = (who: Who, id: number): Promise<Order> => orderSeen(database(), who, id)

/** An order that somebody may see; to others it is as if it were not there. */
async function orderSeen(db: Db, who: Who, id: number): Promise<Order> {
  const order = await rows.getOrder(db, who.workspaceId, id)
  return found(order && may(who, 'see orders', [order.ownerId]) ? order : null, 'order')
}

/** A guest's orders are their own; members say whose an order is. */
async function withOwner<T extends OrderFields>(db: Db, who: Who, fields: T): Promise<T> {
  if (!may(who, 'change orders', [null])) return { ...fields, ownerId: who.personId }
  const { ownerId } = fields
  const people = ownerId ? await listPeople(db, who.workspaceId) : []
  if (ownerId && !people.some(({ id }) => id === ownerId))
    throw new AppError('invalid-input', 'The order is said to be of somebody who is not here.', {
      issues: [issue('ownerId', 'owner-unknown')],
    })
  return fields
}

async function checkRecipes(db: Db, who: Who, fields: OrderFields): Promise<void> {
  const known = new Set((await listRecipes(db, who.workspaceId)).map((recipe) => recipe.id))
  const issues = fields.lines.flatMap((line, i) =>
    known.has(line.recipeId) ? [] : [issue(`lines[${i}].recipeId`, 'recipe-missing')],
  )
  if (issues.length > 0)
    throw new AppError('invalid-input', 'The order asks for a recipe that does not exist.', {
      issues,
    })
}

/** What has been begun is made to its end by its recipe. */
function checkBegun(order: Order, fields: OrderFields): void {
  const begun = new Map(
    order.lines.flatMap((line) =>
      line.recipeVersion === null ? [] : [[line.id, line.recipeId] as const],
    ),
  )
  const issues = fields.lines.flatMap((line, i) =>
    begun.has(line.id ?? 0) && begun.get(line.id ?? 0) !== line.recipeId
      ? [issue(`lines[${i}].recipeId`, 'keeps-recipe')]
      : [],
  )
  if (issues.length > 0)
    throw new AppError('invalid-input', 'A piece that has been begun keeps its recipe.', { issues })
}

/** Whoever the workshop works for is a customer; a guest's own are the guest's. */
async function customerOf(
  db: Db,
  who: Who,
  { customer, ownerId }: OrderFields,
  now: Date,
): Promise<number | null> {
  const name = customer.trim()
  return name === '' || ownerId ? null : customerNamed(db, who.workspaceId, name, now)
}

/** Takes an order in a transaction that others share; its pots are still to be arranged. */
export async function takeOrder(
  trx: Db,
  who: Who,
  fields: OrderFields,
  now: Date,
): Promise<number> {
  await checkRecipes(trx, who, fields)
  const owned = await withOwner(trx, who, fields)
  const customerId = await customerOf(trx, who, owned, now)
  const id = await rows.insertOrder(trx, who.workspaceId, { ...owned, customerId }, now)
  tell(trx, who.workspaceId, { subject: 'order', kind: 'taken', id, by: who.personId, at: now })
  return id
}

export async function createOrder(who: Who, fields: OrderFields, now: Date): Promise<Order> {
  return inTurn(who.workspaceId, async (trx) => {
    const id = await takeOrder(trx, who, fields, now)
    await arrangePots(trx, who.workspaceId, (_, order) => order.id === id, now)
    return found(await rows.getOrder(trx, who.workspaceId, id), 'order')
  })
}

export async function saveOrder(
  who: Who,
  id: number,
  fields: OrderFields & { version: number },
  now: Date,
): Promise<Order> {
  return inTurn(who.workspaceId, async (trx) => {
    const before = await orderSeen(trx, who, id)
    await checkRecipes(trx, who, fields)
    checkBegun(before, fields)
    const owned = await withOwner(trx, who, {
      ...fields,
      ownerId: fields.ownerId === undefined ? before.ownerId : fields.ownerId,
    })
    const customerId = await customerOf(trx, who, owned, now)
    const saved = await rows.updateOrder(trx, who.workspaceId, id, { ...owned, customerId }, now)
    if (saved) {
      await arrangePots(trx, who.workspaceId, (_, order) => order.id === id, now)
      tell(trx, who.workspaceId, {
        subject: 'order',
        kind: 'changed',
        id,
        by: who.personId,
        at: now,
        changed: changedFields(before, owned),
      })
    }
    return savedOrConflict(saved, await rows.getOrder(trx, who.workspaceId, id), 'order')
  })
}
