import type { InferType } from 'yup'
import { body, exact, id, givenInstant, list, named, oneOf, text, version, whole } from './fields'

export const ORDER_STATES = [
  'asked',
  'accepted',
  'making',
  'ready',
  'delivered',
  'declined',
] as const
export type OrderState = (typeof ORDER_STATES)[number]
/** In which order a list of orders stands. */
export const ORDER_SORTS = ['promise', 'latest', 'title', 'customer'] as const
export type OrderSort = (typeof ORDER_SORTS)[number]

/** Which orders are listed. */
export interface OrderFilter {
  /** Delivered and declined ones, too. */
  all: boolean
  /** Words of the title, the customer, the colours or the note; all of them. */
  find: string
  kind: 'commission' | 'market' | null
  state: OrderState | null
  /** Of one customer. */
  customerId: number | null
  sort: OrderSort
}
export const EVERY_OPEN_ORDER: OrderFilter = {
  all: false,
  find: '',
  kind: null,
  state: null,
  customerId: null,
  sort: 'promise',
}

/** Of what is neither handed over nor refused. */
export const OPEN_STATES: readonly OrderState[] = ['asked', 'accepted', 'making', 'ready']

const orderFields = {
  kind: oneOf(['commission', 'market'] as const).required(),
  title: named(160),
  customer: text(160)
    .defined('is missing')
    .test('customer', 'a commission needs somebody it is for', function (value) {
      return (
        (this.parent as { kind?: unknown }).kind !== 'commission' ||
        (typeof value === 'string' && value.trim() !== '')
      )
    }),
  promisedAt: givenInstant().required(),
  state: oneOf(ORDER_STATES).required(),
  colours: text(200).defined('is missing'),
  note: text(4000).defined('is missing'),
  /** What was asked for, in the customer’s own words. */
  wish: text(4000).defined('is missing'),
  /** Whose it is: a guest’s own, or nobody’s but the workshop’s. */
  ownerId: id().optional().nullable(),
  lines: list(
    exact({
      id: id(),
      recipeId: id().required('choose a recipe'),
      /** How many are poured, spares with them. */
      quantity: whole().required().min(1).max(5000),
      spares: whole()
        .min(0)
        .test('spares', 'must be fewer than are poured in all', function (value) {
          const { quantity } = this.parent as { quantity?: unknown }
          // How many there are in all is said at its own field.
          const isSaid = typeof quantity === 'number' && quantity >= 1
          return value === undefined || !isSaid || value < quantity
        }),
    }).required(),
  )
    .required()
    .min(1, 'needs at least one piece to make'),
}

export const newOrderSchema = body(orderFields)
export const orderSchema = body({ ...orderFields, version: version() })
export type OrderFields = InferType<typeof newOrderSchema>
