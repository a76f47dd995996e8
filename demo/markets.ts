import { listFinished, saveFinished } from '../server/services/markets/finished'
import { readMarket, saveMarket, tellSales } from '../server/services/markets/markets'
import type { Who } from '../server/services/Who'
import type { MarketGuess } from '../shared/schemas/markets'
import type { Order } from '../shared/types/orders'
import type { DemoOrder } from './orders'

interface Sold {
  price: string
  /** As many as wanted one, whether they were there or not. */
  wanted: number
  given?: number
}

/** Market days of the past, with what people wanted there. */
export const PAST_MARKETS: (DemoOrder & { stallFee: string; wanted: Record<string, Sold> })[] = [
  {
    takenDay: -71,
    promisedDay: -54,
    promisedHour: 8,
    kind: 'market',
    title: 'Candle fair at the old mill',
    customer: '',
    colours: '',
    note: 'Half a table beside the weavers.',
    lines: [
      ['Drawer pull', 8],
      ['Pendulum disc', 4],
    ],
    stallFee: '38.00',
    wanted: {
      'Drawer pull': { price: '16.00', wanted: 11 },
      'Pendulum disc': { price: '34.00', wanted: 2, given: 1 },
    },
  },
  {
    takenDay: -41,
    promisedDay: -19,
    promisedHour: 8,
    kind: 'market',
    title: 'Thaw market',
    customer: '',
    colours: '',
    note: '',
    lines: [
      ['Drawer pull', 8],
      ['Meadow bookend', 4],
    ],
    stallFee: '45.00',
    wanted: {
      'Drawer pull': { price: '17.00', wanted: 6 },
      'Meadow bookend': { price: '88.00', wanted: 3 },
      'Pendulum disc': { price: '34.00', wanted: 1 },
    },
  },
]

/** The market is over: what was there of what people wanted was sold. */
export async function sellAtMarket(
  manager: Who,
  order: Order,
  { stallFee, wanted }: { stallFee: string; wanted: Record<string, Sold> },
  at: Date,
): Promise<void> {
  const there = new Map((await listFinished(manager)).map((row) => [row.name, row]))
  const day = await readMarket(manager, order.id)
  const kept = await saveMarket(
    manager,
    order.id,
    {
      version: day.version,
      stallFee,
      tablePieces: 40,
      handsMin: null,
      leftPct: day.leftPct,
      note: '',
      guesses: [],
    },
    at,
  )
  const sales = Object.entries(wanted).flatMap(([name, own]) => {
    const row = there.get(name)
    if (!row || row.count <= 0) return []
    const sold = Math.min(row.count, own.wanted)
    return [
      {
        recipeId: row.recipeId,
        taken: row.count,
        sold,
        given: Math.min(row.count - sold, own.given ?? 0),
        price: own.price,
      },
    ]
  })
  await tellSales(manager, order.id, { version: kept.version, sales }, at)
}

const GUESSES: Record<string, Pick<MarketGuess, 'price' | 'few' | 'likely' | 'many' | 'most'>> = {
  'Pendulum disc': { price: '34.00', few: 1, likely: 3, many: 6, most: 10 },
  'Drawer pull': { price: '17.00', few: 4, likely: 8, many: 15, most: 24 },
  'Meadow bookend': { price: '88.00', few: 1, likely: 3, many: 7, most: 8 },
  'Candle screen': { price: '62.00', few: 1, likely: 3, many: 8, most: 8 },
  'Keepsake block': { price: '54.00', few: 1, likely: 4, many: 8, most: 9 },
}
const STANDS = 'glass case by the door'

/** What the yard thinks of the market days ahead, and where it keeps what came home. */
export async function thinkOfMarkets(
  manager: Who,
  orders: readonly Order[],
  now: Date,
): Promise<void> {
  for (const order of orders) {
    const day = await readMarket(manager, order.id)
    const guesses = day.products.flatMap(({ recipeId, name, ordered, stock }): MarketGuess[] => {
      const guess = GUESSES[name]
      return guess && (ordered > 0 || stock > 0) ? [{ recipeId, byPast: true, ...guess }] : []
    })
    await saveMarket(
      manager,
      order.id,
      {
        version: day.version,
        stallFee: '52.00',
        tablePieces: 30,
        handsMin: null,
        leftPct: day.leftPct,
        note: '',
        guesses,
      },
      now,
    )
  }
  for (const { recipeId, version, name } of await listFinished(manager))
    await saveFinished(
      manager,
      recipeId,
      { version, stands: STANDS, price: GUESSES[name]?.price ?? null },
      now,
    )
}
