import type { GuestBill } from '../../core/guestBill'

/** What a guest took of the house in a month. */
export interface GuestBillOfMonth extends GuestBill {
  personId: number
  name: string
  month: string
  currency: string
  /** Whether the month is past: nothing more comes on it. */
  isOver: boolean
}
