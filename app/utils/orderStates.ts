import type { OrderState } from '~~/shared/schemas/orders'

type Stage = 'waiting' | 'going' | 'done' | 'gone'

/** How far along each state of an order is, for its mark. */
export const ORDER_STAGE: Record<OrderState, Stage> = {
  asked: 'waiting',
  accepted: 'waiting',
  making: 'going',
  ready: 'done',
  delivered: 'done',
  declined: 'gone',
}
