import type { DateTime } from 'luxon'
import type { DeepReadonly } from 'vue'
import type { OrderSort } from '~~/shared/schemas/orders'
import type { Order } from '~~/shared/types/orders'

/** An order as a list has it. */
type Listed = DeepReadonly<Order>

/** Orders under a heading. */
export interface OrderGroup {
  title: string
  orders: readonly Listed[]
}

interface Dates {
  now: DateTime
  /** An instant in the workshop's own time. */
  local: (iso: string) => DateTime
}

function weekOf(at: DateTime, now: DateTime): string {
  const weeks = Math.round(at.startOf('week').diff(now.startOf('week'), 'weeks').weeks)
  if (weeks === 0) return 'this week'
  if (weeks === 1) return 'next week'
  return `week of ${at.startOf('week').toFormat(at.year === now.year ? 'd LLLL' : 'd LLLL yyyy')}`
}

/**
 * Orders in the order of a list, under headings that this order gives: the week of the promise, or
 * the customer; one group without a heading where it gives none.
 */
export function groupedOrders(
  orders: readonly Listed[],
  sort: OrderSort,
  { now, local }: Dates,
): OrderGroup[] {
  const titleOf = (order: Listed) =>
    sort === 'title'
      ? ''
      : sort === 'customer'
        ? order.customer
        : weekOf(local(order.promisedAt), now)
  const groups: { title: string; orders: Listed[] }[] = []
  for (const order of orders) {
    const title = titleOf(order)
    const last = groups.at(-1)
    if (last?.title === title) last.orders.push(order)
    else groups.push({ title, orders: [order] })
  }
  return groups
}
