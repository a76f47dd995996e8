import type { RulesFields } from '../../../shared/schemas/house'
import { database } from '../../db/database'
import { getRules, updateRules } from '../../db/workspaces'
import { changedFields, tell } from '../../events/tell'
import { arrangePots } from '../pots/arrangePots'
import { inTurn, savedOrConflict } from '../transactions'
import type { Who } from '../Who'

export const houseRules = (who: Who): Promise<RulesFields> => getRules(database(), who.workspaceId)

/** Saves the workshop's rules; pots are worked out with them anew. */
export async function saveRules(who: Who, fields: RulesFields, now: Date): Promise<RulesFields> {
  const { workspaceId } = who
  return inTurn(workspaceId, async (trx) => {
    const before = await getRules(trx, workspaceId)
    const saved = await updateRules(trx, workspaceId, fields, now)
    if (saved) {
      await arrangePots(trx, workspaceId, () => true, now)
      tell(trx, workspaceId, {
        subject: 'workshop',
        kind: 'changed',
        id: workspaceId,
        by: who.personId,
        at: now,
        changed: changedFields(before, fields),
      })
    }
    return savedOrConflict(saved, await getRules(trx, workspaceId), 'workshop')
  })
}
