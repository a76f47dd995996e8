import { dayIncome, type DayIncome } from '../../../core/market'
import { incomeOf, type LineIncome } from '../../../core/quote'
import type { StudioRules } from '../../../core/trade'
import type { Order } from '../../../shared/types/orders'
import type { Quote } from '../../../shared/types/quotes'
import { getMarketDay, listSales } from '../../db/markets'
import { groupBy, type Db } from '../../db/rows'
import { sellingOf } from '../quotes/selling'

export interface Incomes {
  /** By line of an order. */
  ofLine: ReadonlyMap<number, LineIncome>
  /** Sold on a market day and made for another one. */
  besides: { order: Order; income: DayIncome }[]
}

/** What orders brought: as it was agreed, or as it was told of a market day. */
export async function incomesOf(
  db: Db,
  workspaceId: number,
  orders: readonly Order[],
  { agreed, rules }: { agreed: ReadonlyMap<number, Quote>; rules: StudioRules },
): Promise<Incomes> {
  const markets = orders.filter(({ kind }) => kind === 'market')
  const sales = groupBy(
    await listSales(
      db,
      workspaceId,
      markets.map(({ id }) => id),
    ),
    ({ orderId }) => orderId,
  )
  const ofLine = new Map([...agreed.values()].flatMap(incomeByLine))
  const besides: Incomes['besides'] = []
  for (const order of markets) {
    const own = sales.get(order.id) ?? []
    const day = own.length > 0 ? await getMarketDay(db, workspaceId, order.id) : null
    const terms = {
      taxPct: rules.money?.taxPct ?? 0,
      selling: sellingOf(rules),
      stallFee: day?.stallFee ?? '0',
    }
    for (const income of dayIncome(own, terms)) {
      const line = order.lines.find(({ recipeId, mends }) => recipeId === income.recipeId && !mends)
      if (line) ofLine.set(line.id, income)
      else besides.push({ order, income })
    }
    // What was made for a day that is told and did not sell there brought nothing.
    if (own.length > 0)
      for (const { id } of order.lines)
        if (!ofLine.has(id)) ofLine.set(id, { net: '0', selling: '0' })
  }
  return { ofLine, besides }
}

const incomeByLine = ({ figures, terms }: Quote): [number, LineIncome][] =>
  incomeOf(figures.priced, terms, figures.currency).flatMap((income, i) => {
    const line = figures.lines[i]
    return line ? [[line.lineId, income] as [number, LineIncome]] : []
  })
