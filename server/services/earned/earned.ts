import { DateTime } from 'luxon'
import { benchHands, plannedCost, realCost, type Worked } from '../../../core/earnings'
import type { DayIncome } from '../../../core/market'
import type { EarnedLine, EarnedBy } from '../../../shared/types/earned'
import type { Order } from '../../../shared/types/orders'
import type { Quote } from '../../../shared/types/quotes'
import * as rows from '../../db/spent'
import { database } from '../../db/database'
import { getOrder, ordersPromised } from '../../db/orders'
import { listQuotes } from '../../db/quotes'
import { listRecipes } from '../../db/recipes'
import { groupBy, type Db } from '../../db/rows'
import { getWorkspace } from '../../db/workshop'
import { readShelf } from '../pots/shelf'
import { costLines } from '../quotes/costedLines'
import { found } from '../transactions'
import { benchPlanMin } from './benchPlanMin'
import { incomesOf } from './incomes'
import type { Who } from '../Who'

/** Of what something was made already. */
const MADE = ['making', 'ready', 'delivered'] as const
const MOST_MONTHS = 12

/**
 * What was promised for some months, with what it cost and brought.
 * @param month the last of them, as `2027-03`
 * @param months how many, twelve at the most
 */
export async function readEarned(
  who: Who,
  { month, months }: { month: string; months: number },
): Promise<EarnedBy> {
  const db = database()
  const { timeZone } = await getWorkspace(db, who.workspaceId)
  const last = DateTime.fromISO(`${month}-01`, { zone: timeZone })
  const many = Math.min(MOST_MONTHS, Math.max(1, Math.trunc(months)))
  const orders = await ordersPromised(db, who.workspaceId, {
    from: last.minus({ months: many - 1 }).toJSDate(),
    until: last.plus({ months: 1 }).toJSDate(),
    states: MADE,
  })
  return earnedOf(db, who, orders)
}

/** The same for one order. */
export async function readEarnedOfOrder(who: Who, orderId: number): Promise<EarnedBy> {
  const db = database()
  return earnedOf(db, who, [found(await getOrder(db, who.workspaceId, orderId), 'order')])
}

async function earnedOf(db: Db, who: Who, orders: readonly Order[]): Promise<EarnedBy> {
  const { workspaceId } = who
  const lines = orders.flatMap((order) => order.lines.map((line) => ({ ...line, order })))
  const ids = lines.map(({ id }) => id)
  const [shelf, quotes, uses, runs, minutes, pieces, wages] = await Promise.all([
    readShelf(db, workspaceId, lines),
    listQuotes(
      db,
      workspaceId,
      orders.map(({ id }) => id),
    ),
    rows.usesOfLines(db, workspaceId, ids),
    rows.runsOfLines(db, workspaceId, ids),
    rows.minutesOfLines(db, workspaceId, ids),
    rows.piecesOfLines(db, workspaceId, ids),
    rows.wagesOfPeople(db, workspaceId),
  ])
  const agreed = new Map(
    quotes.flatMap((quote) => (quote.state === 'accepted' ? [[quote.orderId, quote]] : [])),
  )
  const planned = await plannedOf(db, workspaceId, orders, agreed)
  const { currency } = shelf.rules
  const hourOf = (personId: number) => wages.get(personId) ?? shelf.rules.money?.labourRate ?? '0'
  const worked = groupBy(
    [
      ...minutes.map(({ lineId, personId, minutes: min }) => ({
        lineId,
        ratePerHour: hourOf(personId),
        minutes: min,
      })),
      ...runs.flatMap((run) =>
        benchHands(run, benchPlanMin(run, shelf.rules)).map(({ personId, minutes: min }) => ({
          lineId: run.lineId,
          ratePerHour: hourOf(personId),
          minutes: run.share * min,
        })),
      ),
    ],
    ({ lineId }) => lineId,
  )
  const used = groupBy(uses, ({ lineId }) => lineId)
  const made = new Map(pieces.map((one) => [one.lineId, one]))
  const incomes = await incomesOf(db, workspaceId, orders, { agreed, rules: shelf.rules })
  const names = new Map((await listRecipes(db, workspaceId)).map(({ id, name }) => [id, name]))
  return {
    currency,
    lines: [
      ...lines.flatMap((line): EarnedLine[] => {
        const recipe = shelf.recipeOf(line)
        const { poured = 0, good = 0, mouldDays = 0 } = made.get(line.id) ?? {}
        if (!recipe || (line.mends && poured === 0)) return []
        const mould = shelf.moulds.get(recipe.mouldId ?? 0)
        const real = realCost(
          {
            used: used.get(line.id) ?? [],
            worked: (worked.get(line.id) ?? []) as Worked[],
            worn: mould
              ? [{ price: mould.price ?? '0', lifeUses: mould.lifeUses, uses: poured }]
              : [],
            overheadPct: shelf.rules.money?.overheadPct ?? 0,
          },
          currency,
        )
        const income = incomes.ofLine.get(line.id) ?? null
        const days = mould ? mouldDays : 0
        const { order } = line
        return [
          {
            lineId: line.id,
            orderId: order.id,
            order: order.title,
            customer: order.customer,
            kind: order.kind,
            state: order.state,
            promisedAt: order.promisedAt,
            recipeId: recipe.id,
            recipe: recipe.name,
            pieces: line.quantity - line.spares,
            poured,
            good,
            mouldDays: days,
            planned: planned.get(line.id) ?? null,
            real,
            net: income?.net ?? null,
            selling: income?.selling ?? '0',
            isDone: order.state !== 'making',
          },
        ]
      }),
      ...incomes.besides.map(({ order, income }) =>
        soldBesides(order, income, names.get(income.recipeId) ?? '', currency),
      ),
    ],
  }
}

/** Pieces that were sold on a market day and made for another: their cost stands there. */
const soldBesides = (
  order: Order,
  { recipeId, net, selling }: DayIncome,
  recipe: string,
  currency: string,
): EarnedLine => ({
  lineId: 0,
  orderId: order.id,
  order: order.title,
  customer: order.customer,
  kind: order.kind,
  state: order.state,
  promisedAt: order.promisedAt,
  recipeId,
  recipe,
  pieces: 0,
  poured: 0,
  good: 0,
  mouldDays: 0,
  planned: null,
  real: realCost({ used: [], worked: [], worn: [], overheadPct: 0 }, currency),
  net,
  selling,
  isDone: true,
})

/** What each line was to cost: as it was agreed, else as it would be now. */
async function plannedOf(
  db: Db,
  workspaceId: number,
  orders: readonly Order[],
  agreed: ReadonlyMap<number, Quote>,
) {
  const open = orders.filter(({ id }) => !agreed.has(id))
  const { lines, shelf } = await costLines(db, workspaceId, {
    lines: open.flatMap((order) => order.lines),
  })
  const quoted = [...agreed.values()].flatMap(({ figures }) => figures.lines)
  return new Map(
    [...lines, ...quoted].map(({ lineId, cost, handsMin }) => [
      lineId,
      plannedCost(cost, handsMin, shelf.rules.currency),
    ]),
  )
}
