import { now } from '../../../clock'
import { readGuestBill } from '../../../services/guests/guestBill'
import { api, idOf, whoOf } from '../../../utils/api'
import { monthOf } from '../../../utils/month'

export default api((event) => readGuestBill(whoOf(event), idOf(event), monthOf(event), now()))
