import { DateTime } from 'luxon'
import {
  choiceColumn,
  dayColumn,
  numberColumn,
  textColumn,
  type SheetColumn,
} from '../../../shared/exchange/columns'
import { newOrderSchema, ORDER_STATES, type OrderFields } from '../../../shared/schemas/orders'
import type { SchemaOf } from '../../../shared/schemas/typed'
import { readHours, writeHours } from '../../../shared/time/hours'
import { listEveryOrder } from '../../db/orders'
import { listRecipes } from '../../db/recipes'
import type { Db } from '../../db/rows'
import { takeOrder } from '../orders/orders'
import { arrangePots } from '../pots/arrangePots'
import type { Who } from '../Who'
import type { Sheet } from './Sheet'

/** An order as a line of a table: one recipe, the promise as a day and a clock. */
export type OrderLine = Omit<OrderFields, 'promisedAt'> & { day: string; minute: number }

const AFTERNOON = 16 * 60
const END_OF_DAY = 24 * 60

const clockColumn: SheetColumn = {
  head: 'at',
  also: ['time', 'clock'],
  path: 'minute',
  isNeeded: false,
  read: (text) => {
    const at = readHours(`${text}-24`)?.[0]?.fromMin
    return at === undefined
      ? { ok: false, why: `“${text}” is no time; write it like 16:30` }
      : { ok: true, value: at }
  },
  write: (minute) =>
    writeHours([{ fromMin: minute as number, toMin: END_OF_DAY }]).split('–')[0] ?? '',
}

/** Orders of one customer for one day are one order with several pieces. */
function joined(lines: readonly OrderLine[]): { fields: OrderLine; from: number[] }[] {
  const orders = new Map<string, { fields: OrderLine; from: number[] }>()
  for (const [i, line] of lines.entries()) {
    const key = JSON.stringify([line.title, line.customer, line.day, line.minute, line.kind])
    const order = orders.get(key)
    if (order) {
      order.fields.lines.push(...line.lines)
      order.from.push(i)
    } else orders.set(key, { fields: structuredClone(line), from: [i] })
  }
  return [...orders.values()]
}

/** Orders as a table; which recipes there are and what time it is there, the workshop says. */
export async function ordersSheet(db: Db, who: Who, timeZone: string): Promise<Sheet<OrderLine>> {
  const recipes = (await listRecipes(db, who.workspaceId)).filter(({ archived }) => !archived)
  const idOf = new Map(recipes.map(({ id, name }) => [name.toLowerCase(), id]))
  const nameOf = new Map((await listRecipes(db, who.workspaceId)).map(({ id, name }) => [id, name]))
  const promisedAt = ({ day, minute }: OrderLine) =>
    DateTime.fromISO(day, { zone: timeZone })
      .set({ hour: Math.floor(minute / 60), minute: minute % 60 })
      .toUTC()
      .toISO() ?? ''
  const orderOf = (line: OrderLine): OrderFields => {
    const { day: _day, minute: _minute, ...fields } = line
    return { ...fields, promisedAt: promisedAt(line) }
  }
  const recipeColumn: SheetColumn = {
    head: 'recipe',
    also: ['piece', 'product', 'item'],
    path: 'lines[0].recipeId',
    isNeeded: true,
    read: (text) => {
      const id = idOf.get(text.toLowerCase())
      return id === undefined
        ? { ok: false, why: `no recipe is called “${text}”` }
        : { ok: true, value: id }
    },
    write: (id) => nameOf.get(id as number) ?? '',
  }
  const taken = new Set<number>()
  return {
    columns: [
      textColumn('order', 'title', { also: ['title', 'what', 'name'], isNeeded: true }),
      choiceColumn({ commission: [], market: ['market day'] })('kind', 'kind'),
      textColumn('customer', 'customer', { also: ['for whom', 'client'] }),
      dayColumn('promised', 'day', { also: ['promised for', 'due', 'date'], isNeeded: true }),
      clockColumn,
      recipeColumn,
      numberColumn('pieces', 'lines[0].quantity', { also: ['quantity', 'how many', 'count'] }),
      numberColumn('spares', 'lines[0].spares', { also: ['spare', 'to spare'] }),
      choiceColumn(Object.fromEntries(ORDER_STATES.map((state) => [state, []])))('state', 'state'),
      textColumn('colours', 'colours', { also: ['colors'] }),
      textColumn('note', 'note', { also: ['notes'] }),
    ],
    blank: () => ({
      kind: 'commission',
      title: '',
      customer: '',
      day: '',
      minute: AFTERNOON,
      state: 'accepted',
      colours: '',
      wish: '',
      note: '',
      ownerId: null,
      lines: [{ recipeId: 0, quantity: 1, spares: 0 }],
    }),
    schema: {
      validateSync: (value: OrderLine, options: object) =>
        newOrderSchema.validateSync(orderOf(value), options),
    } as unknown as SchemaOf<OrderLine>,
    keyOf: null,
    list: async (reader, { workspaceId }) =>
      (await listEveryOrder(reader, workspaceId)).map(({ promisedAt: at, lines, ...order }) => {
        const local = DateTime.fromISO(at, { zone: timeZone })
        return {
          ...order,
          day: local.toISODate() ?? '',
          minute: local.hour * 60 + local.minute,
          // What is mended of them was not ordered.
          lines: lines
            .filter(({ mends }) => !mends)
            .map(({ recipeId, quantity, spares }) => ({ recipeId, quantity, spares })),
        }
      }),
    objection: (line, known) =>
      known.some(
        (order) =>
          order.title.toLowerCase() === line.title.toLowerCase() &&
          order.customer.toLowerCase() === line.customer.toLowerCase() &&
          order.day === line.day,
      )
        ? { path: 'title', why: 'an order of this name, customer and day is there already' }
        : null,
    join: joined,
    spread: (order) => order.lines.map((line) => ({ ...order, lines: [line] })),
    add: async (trx, taker, line, now) => {
      taken.add(await takeOrder(trx, taker, orderOf(line), now))
    },
    save: () => Promise.reject(new Error('orders that come in are new')),
    after: (trx, { workspaceId }, now) =>
      arrangePots(trx, workspaceId, (_, order) => taken.has(order.id), now),
  }
}
