import { issue } from '../../../core/result'
import { size } from '../../../core/size'
import type { MouldRow } from '../../../shared/types/moulds'
import { database } from '../../db/database'
import { mouldTable as rows, type MouldFields } from '../../db/moulds'
import type { Db } from '../../db/rows'
import { AppError } from '../AppError'
import { changedFields, tell } from '../../events/tell'
import { arrangePots } from '../pots/arrangePots'
import { found, inTurn, savedOrConflict } from '../transactions'
import { mouldFor, requirePricesKept } from '../prices'
import type { Who } from '../Who'

const NAME_TAKEN = issue('name', 'name-taken', { what: 'mould' })

export const listMoulds = async (who: Who): Promise<MouldRow[]> =>
  (await rows.list(database(), who.workspaceId)).map((mould) => mouldFor(who, mould))

/** A mould that cannot be filled is not stored. */
function requireFillable({ shape }: MouldFields): void {
  if (shape === null) return
  const sized = size({ shape, layers: [{ id: 'all', fill: { toBrim: true } }] })
  if (sized.ok) return
  throw new AppError(sized.code, 'This shape cannot be filled.', {
    issues: sized.issues.map((wrong) => ({
      ...wrong,
      path: wrong.path.startsWith('layers') ? 'shape.heightMm' : wrong.path,
    })),
  })
}

/** Adds a mould in a transaction that others share. */
export async function addMould(
  trx: Db,
  who: Who,
  fields: MouldFields,
  now: Date,
): Promise<MouldRow> {
  const id = await rows.insert(trx, who.workspaceId, fields, now)
  tell(trx, who.workspaceId, { subject: 'mould', kind: 'added', id, by: who.personId, at: now })
  return found(await rows.get(trx, who.workspaceId, id), 'mould')
}

export async function createMould(who: Who, fields: MouldFields, now: Date): Promise<MouldRow> {
  requireFillable(fields)
  return inTurn(who.workspaceId, (trx) => addMould(trx, who, fields, now), NAME_TAKEN)
}

/** Changes a mould in a transaction that others share. */
export async function changeMould(
  trx: Db,
  who: Who,
  id: number,
  fields: MouldFields & { version: number },
  now: Date,
): Promise<MouldRow> {
  const before = found(await rows.get(trx, who.workspaceId, id), 'mould')
  // A form that is older than the row is told that, whatever prices it has.
  if (before.version === fields.version)
    requirePricesKept(who, [{ path: 'price', before: before.price, after: fields.price }])
  const saved = await rows.update(trx, who.workspaceId, id, fields, now)
  if (saved) {
    await arrangePots(trx, who.workspaceId, () => true, now)
    tell(trx, who.workspaceId, {
      subject: 'mould',
      kind: 'changed',
      id,
      by: who.personId,
      at: now,
      changed: changedFields(before, fields),
    })
  }
  return savedOrConflict(saved, await rows.get(trx, who.workspaceId, id), 'mould')
}

export async function saveMould(
  who: Who,
  id: number,
  fields: MouldFields & { version: number },
  now: Date,
): Promise<MouldRow> {
  requireFillable(fields)
  return inTurn(who.workspaceId, (trx) => changeMould(trx, who, id, fields, now), NAME_TAKEN)
}
