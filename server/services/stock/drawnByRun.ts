import { drawsOfRun } from '../../../core/stock'
import type { Db } from '../../db/rows'
import type { StoredRun } from '../../db/runs'
import { bookedBy } from '../../db/stock'
import type { Who } from '../Who'
import { settleDraws } from './draw'

/** Brings the stores in step with the log of a run. */
export async function settleRunDraws(
  trx: Db,
  who: Who,
  { id: runId, targets, events }: StoredRun,
  now: Date,
): Promise<void> {
  const wanted = drawsOfRun(targets, events)
  const booked = await bookedBy(trx, who.workspaceId, { runId })
  const atOf = new Map(events.map(({ key, at }) => [key, new Date(at)]))
  await settleDraws(
    trx,
    who,
    { wanted, booked },
    { runId, orderLineId: null, atOf: (cause) => atOf.get(cause) ?? now },
    now,
  )
}
