import { now } from '../../../clock'
import { planAskSchema } from '../../../../shared/schemas/proposals'
import { getProposal, propose } from '../../../services/planning/propose/proposals'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'
import { theQueue } from '../../../workers/queue'

export default route(
  {
    action: 'plan',
    summary: 'Have a change of the plan worked out; it waits in a queue',
    body: planAskSchema,
  },
  async (event, body) => {
    const who = whoOf(event)
    const id = await propose(who, body, now())
    void theQueue().wake()
    return getProposal(who, id)
  },
)
