import { drawsOfWork } from '../../../core/stock'
import type { Recipe } from '../../../core/trade'
import type { StoredLine } from '../../db/orders'
import type { Db } from '../../db/rows'
import { bookedBy } from '../../db/stock'
import type { StoredWork } from '../../db/work'
import { HOUSE_TABLES } from '../../db/house'
import type { Who } from '../Who'
import { settleDraws } from './draw'

/** Brings the stores in step with what was told of the work on a line. */
export async function settleWorkDraws(
  trx: Db,
  who: Who,
  { line, recipe, log }: { line: StoredLine; recipe: Recipe; log: readonly StoredWork[] },
  now: Date,
): Promise<void> {
  if (!recipe.course.some(({ uses }) => uses.length > 0)) return
  const units = new Map(
    (await HOUSE_TABLES.materials.list(trx, who.workspaceId)).map(({ id, unit }) => [id, unit]),
  )
  const wanted = drawsOfWork(
    log.filter(({ lineId }) => lineId === line.id),
    { quantity: line.quantity, course: recipe.course, unitOf: (id) => units.get(id) },
  )
  const booked = await bookedBy(trx, who.workspaceId, { orderLineId: line.id })
  await settleDraws(
    trx,
    who,
    { wanted, booked },
    { runId: null, orderLineId: line.id, atOf: () => now },
    now,
  )
}
