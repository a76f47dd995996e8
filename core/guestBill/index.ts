export { guestBill, type GuestBill } from './guestBill'
