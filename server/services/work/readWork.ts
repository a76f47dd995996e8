import { foldWork, type FoldedWork } from '../../../core/run'
import type { Db } from '../../db/rows'
import { listWork } from '../../db/work'
import { failureKey, type Failures } from '../pots/failures'

/**
 * How the work on some lines stands, by line. What was done to a piece before it failed was done to
 * another one: it is made again.
 */
export async function readWork(
  db: Db,
  workspaceId: number,
  lineIds: readonly number[],
  failures: Failures,
): Promise<ReadonlyMap<number, FoldedWork>> {
  const events = await listWork(db, workspaceId, lineIds)
  const counting = events.flatMap((event) =>
    Array.from({ length: event.pieces }, (_, i) => event.first + i).flatMap((first) => {
      const failedAt = failures.get(failureKey(event.lineId, first))
      return failedAt && event.at <= failedAt ? [] : [{ ...event, first, pieces: 1 }]
    }),
  )
  return new Map(
    [...new Set(events.map(({ lineId }) => lineId))].map((lineId) => [
      lineId,
      foldWork(counting.filter((event) => event.lineId === lineId)),
    ]),
  )
}
