import { setResponseStatus } from 'h3'
import { throwUnfinishedAway } from '../../services/workshops/yard'
import { api, whoOf } from '../../utils/api'

export default api(async (event) => {
  await throwUnfinishedAway(whoOf(event))
  setResponseStatus(event, 204)
})
