import { numbersOf } from '../../../core/trade'
import { foldWork, type FoldedWork } from '../../../core/run'
import { groupBy, type Db } from '../../db/rows'
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
    numbersOf(event).flatMap((first) => {
      const failedAt = failures.get(failureKey(event.lineId, first))
      return failedAt && event.at <= failedAt ? [] : [{ ...event, first, pieces: 1 }]
    }),
  )
  const byLine = groupBy(counting, ({ lineId }) => lineId)
  return new Map([...byLine].map(([lineId, told]) => [lineId, foldWork(told)]))
}
