import { inWorkingDays } from '../../../core/stock'
import { listOpenPurchases } from '../../db/purchases'
import type { Db } from '../../db/rows'

/** Things come in the course of a day; they are counted on from then. */
const DELIVERED = 'T15:00:00Z'

/** When something that is due on a day is counted on; what is late, for the next working day. */
export function expectedAt(dueOn: string, now: Date): Date {
  const due = new Date(`${dueOn}${DELIVERED}`)
  if (due > now) return due
  const tomorrow = new Date(inWorkingDays(now.getTime(), 1)).toISOString().slice(0, 10)
  return new Date(`${tomorrow}${DELIVERED}`)
}

/** Resin that is ordered and not here yet, as far as its packs have not come. */
export async function orderedResin(
  db: Db,
  workspaceId: number,
  now: Date,
): Promise<{ resinId: number; ml: number; at: Date }[]> {
  return (await listOpenPurchases(db, workspaceId)).flatMap(({ dueOn, lines }) =>
    lines.flatMap(({ ware, packs, received, packSize }) =>
      ware.of === 'resin' && packs > received
        ? [{ resinId: ware.id, ml: (packs - received) * packSize, at: expectedAt(dueOn, now) }]
        : [],
    ),
  )
}
