import { now } from '../../clock'
import { listToBuy } from '../../services/stock/toBuy'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'see the stock',
    summary: 'Every ware with what is planned, there, coming and to be bought of it, and by when',
  },
  (event) => listToBuy(whoOf(event), now()),
)
