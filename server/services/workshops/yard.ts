import type { OwnWorkshop } from '../../../shared/types/workshops'
import { listWorkshopsOf } from '../../db/accounts'
import { database } from '../../db/database'
import { removeWorkspace } from '../../db/workspaceRows'
import { addWorkspace, markMadeUp } from '../../db/workspaces'
import { tell } from '../../events/tell'
import { MADE_UP } from '../../madeUp'
import { fillYard } from '../../workers/workshopJobs'
import { inTransaction } from '../transactions'
import type { Who } from '../Who'
import { joinAsManager } from './workshops'

/** Hours at which whoever looks around is never in the way of the made-up people. */
const NO_WORK = { skills: [], shifts: [] }

/**
 * Throws away workshops of one's own that are not ready, and stops filling them.
 * @param which of them
 */
export async function throwUnfinishedAway(
  who: Who,
  which: (one: OwnWorkshop) => boolean = () => true,
): Promise<void> {
  const own = await listWorkshopsOf(database(), who.personId)
  const unfinished = own.filter((one) => one.furnishedPct < 100 && which(one))
  for (const { id } of unfinished) await inTransaction((trx) => removeWorkspace(trx, id))
}

/**
 * Makes the made-up yard as another workshop of one's own, to look around in and to be thrown away;
 * it is filled while one goes on.
 * @param fill begins to fill it
 */
export async function addYard(who: Who, now: Date, fill = fillYard): Promise<{ id: number }> {
  const { name, timeZone, currency } = MADE_UP
  const style = { dateStyle: 'dmy', decimalMark: '.' } as const
  await throwUnfinishedAway(who, ({ isMadeUp }) => isMadeUp)
  const made = await inTransaction(async (trx) => {
    const id = await addWorkspace(trx, { name, timeZone, currency, ...style, isFirst: false }, now)
    await markMadeUp(trx, id)
    const by = await joinAsManager(trx, who, id, NO_WORK, now)
    tell(trx, id, { subject: 'workshop', kind: 'set up', id, by, at: now })
    return { id }
  })
  fill(made.id, now)
  return made
}
