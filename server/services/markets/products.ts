import { moneyText } from '../../../core/cost'
import type { MarketProductRow } from '../../../shared/types/markets'
import type { Order } from '../../../shared/types/orders'
import * as rows from '../../db/markets'
import { listRecipes } from '../../db/recipes'
import { groupBy, type Db } from '../../db/rows'
import { piecesOfLines } from '../../db/spent'
import { costLines } from '../quotes/costedLines'
import type { Who } from '../Who'
import { finishedCounts } from './finished'

/** What is not ordered is costed made so many at a time. */
const BATCH = 6
/** How long a casting takes its mould up where none was lifted yet, days. */
const STARTING_MOULD_DAYS = 2

const linesOf = (order: Order) => order.lines.filter(({ mends }) => !mends)

/**
 * Pieces that may be made for a market day, each with what it costs and what is known of it.
 * @param only the piece of this recipe; else those that are ordered, thought of, finished, or were
 *   sold on other days
 * @returns those that can be costed, and why the first of the others cannot
 */
export async function productsOf(
  db: Db,
  who: Who,
  order: Order,
  only: number | null = null,
): Promise<{ products: MarketProductRow[]; why: string | null }> {
  const { workspaceId } = who
  const own = linesOf(order)
  const [recipes, guesses, sales, stock, mouldDays, made, shelf] = await Promise.all([
    listRecipes(db, workspaceId),
    rows.listGuesses(db, workspaceId, order.id),
    rows.listSales(db, workspaceId, null),
    finishedCounts(db, workspaceId, order.id),
    rows.mouldDaysByRecipe(db, workspaceId),
    piecesOfLines(
      db,
      workspaceId,
      own.map(({ id }) => id),
    ),
    rows.listFinished(db, workspaceId),
  ])
  const linesBy = groupBy(own, ({ recipeId }) => recipeId)
  const pouredOf = new Map(made.map(({ lineId, poured }) => [lineId, poured]))
  const ordered = (recipeId: number) =>
    (linesBy.get(recipeId) ?? []).reduce((sum, { quantity, spares }) => sum + quantity - spares, 0)
  const begun = (recipeId: number) =>
    (linesBy.get(recipeId) ?? []).reduce((sum, { id }) => sum + (pouredOf.get(id) ?? 0), 0)
  const guessOf = new Map(guesses.map((guess) => [guess.recipeId, guess]))
  const inStock = [...stock].flatMap(([recipeId, count]) => (count > 0 ? [{ recipeId }] : []))
  const known = [...own, ...guesses, ...sales, ...inStock].map(({ recipeId }) => recipeId)
  const wanted = new Set(only === null ? known : [only])
  const open = recipes.filter(
    ({ id, archived }) => wanted.has(id) && (!archived || ordered(id) > 0 || guessOf.has(id)),
  )
  const { byRecipe, currency, why } = await costedTwice(
    db,
    workspaceId,
    open.map(({ id }) => ({ recipeId: id, pieces: Math.max(BATCH, ordered(id)) })),
  )
  const money = (sum: string) => moneyText(sum, currency)
  const past = groupBy(
    sales.filter(({ orderId }) => orderId !== order.id),
    ({ recipeId }) => recipeId,
  )
  const products = open.flatMap(({ id, name, mouldId }): MarketProductRow[] => {
    const cost = byRecipe.get(id)
    if (!cost) return []
    const guess = guessOf.get(id)
    const { price = null } = shelf.find(({ recipe_id }) => recipe_id === id) ?? {}
    return [
      {
        recipeId: id,
        name,
        ...cost,
        mouldId,
        mouldDays: mouldDays.get(id) ?? STARTING_MOULD_DAYS,
        stock: Math.max(0, stock.get(id) ?? 0),
        ordered: ordered(id),
        begun: begun(id),
        past: (past.get(id) ?? []).map(({ at, taken, sold, price: paid }) => ({
          at,
          taken,
          sold,
          price: money(paid),
        })),
        guess: guess ? { ...guess, price: money(guess.price) } : null,
        shelfPrice: price === null ? null : money(price),
      },
    ]
  })
  return { products, why }
}

/** Each is costed at its number and at twice that: what lies between is what one more takes. */
async function costedTwice(
  db: Db,
  workspaceId: number,
  batches: readonly { recipeId: number; pieces: number }[],
) {
  const costed = (times: number) =>
    costLines(db, workspaceId, {
      lines: batches.map(({ recipeId, pieces }) => ({
        id: recipeId,
        recipeId,
        recipeVersion: null,
        quantity: pieces * times,
        spares: 0,
        mends: false,
      })),
    })
  const [one, two] = await Promise.all([costed(1), costed(2)])
  const twice = new Map(two.lines.map(({ recipeId, handsMin }) => [recipeId, handsMin]))
  return {
    currency: one.shelf.rules.currency,
    why: one.refused[0]?.why ?? null,
    byRecipe: new Map(
      one.lines.map(({ recipeId, cost, handsMin, pieces }) => [
        recipeId,
        {
          costPerGood: cost.costPerGood,
          pieceMin: ((twice.get(recipeId) ?? handsMin * 2) - handsMin) / pieces,
        },
      ]),
    ),
  }
}
