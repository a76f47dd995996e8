import { now } from '../../../clock'
import { readGuestBill } from '../../../services/guests/guestBill'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'
import { monthOf } from '../../../utils/month'

export default route(
  {
    action: 'see bills of guests',
    summary: 'What a guest took of the house in a month, at its rates',
    query: { month: 'as 2027-03' },
  },
  (event) => readGuestBill(whoOf(event), idOf(event), monthOf(event), now()),
)
