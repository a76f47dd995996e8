import { now } from '../../../clock'
import { planAskSchema } from '../../../../shared/schemas/proposals'
import { getProposal, propose } from '../../../services/planning/propose/proposals'
import { api, bodyOf, whoOf } from '../../../utils/api'
import { theQueue } from '../../../workers/queue'

export default api(async (event) => {
  const who = whoOf(event)
  const id = await propose(who, await bodyOf(event, planAskSchema), now())
  void theQueue().wake()
  return getProposal(who, id)
})
