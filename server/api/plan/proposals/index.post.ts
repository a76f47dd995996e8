import { now } from '../../../clock'
import { planAskSchema } from '../../../../shared/schemas/proposals'
import { getProposal } from '../../../services/planning/propose/proposals'
import { api, bodyOf, whoOf } from '../../../utils/api'
import { enqueue, progressOf } from '../../../workers/proposalQueue'

export default api(async (event) => {
  const who = whoOf(event)
  const id = await enqueue(who, await bodyOf(event, planAskSchema), now())
  return getProposal(who, id, progressOf)
})
