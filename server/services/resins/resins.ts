import { issue } from '../../../core/result'
import type { ResinFields } from '../../../shared/schemas/resins'
import type { ResinRow } from '../../../shared/types/resins'
import { database } from '../../db/database'
import * as rows from '../../db/resins'
import type { Db } from '../../db/rows'
import { changedFields, tell } from '../../events/tell'
import { arrangePots } from '../pots/arrangePots'
import { found, inTurn, savedOrConflict } from '../transactions'
import { requirePricesKept, resinFor } from '../prices'
import type { Who } from '../Who'

const NAME_TAKEN = issue('name', 'name-taken', { what: 'resin' })

export const listResins = async (who: Who): Promise<ResinRow[]> =>
  (await rows.listResins(database(), who.workspaceId)).map((resin) => resinFor(who, resin))

/** Its prices before and after; a kit is known by its size. */
const pricesOf = (before: ResinRow, after: ResinFields) => [
  { path: 'kitPrice', before: before.kitPrice, after: after.kitPrice },
  ...after.otherKits.map((kit, i) => ({
    path: `otherKits[${i}].price`,
    before: before.otherKits.find(({ ml }) => ml === kit.ml)?.price ?? kit.price,
    after: kit.price,
  })),
]

/** Adds a resin in a transaction that others share. */
export async function addResin(
  trx: Db,
  who: Who,
  fields: ResinFields,
  now: Date,
): Promise<ResinRow> {
  const id = await rows.insertResin(trx, who.workspaceId, fields, now)
  tell(trx, who.workspaceId, { subject: 'resin', kind: 'added', id, by: who.personId, at: now })
  return found(await rows.getResin(trx, who.workspaceId, id), 'resin')
}

export const createResin = (who: Who, fields: ResinFields, now: Date): Promise<ResinRow> =>
  inTurn(who.workspaceId, (trx) => addResin(trx, who, fields, now), NAME_TAKEN)

/** Changes a resin in a transaction that others share. */
export async function changeResin(
  trx: Db,
  who: Who,
  id: number,
  fields: ResinFields & { version: number },
  now: Date,
): Promise<ResinRow> {
  const before = found(await rows.getResin(trx, who.workspaceId, id), 'resin')
  // A form that is older than the row is told that, whatever prices it has.
  if (before.version === fields.version) requirePricesKept(who, pricesOf(before, fields))
  const saved = await rows.updateResin(trx, who.workspaceId, id, fields, now)
  if (saved) {
    await arrangePots(trx, who.workspaceId, () => true, now)
    tell(trx, who.workspaceId, {
      subject: 'resin',
      kind: 'changed',
      id,
      by: who.personId,
      at: now,
      changed: changedFields(before, fields),
    })
  }
  return savedOrConflict(saved, await rows.getResin(trx, who.workspaceId, id), 'resin')
}

export const saveResin = (
  who: Who,
  id: number,
  fields: ResinFields & { version: number },
  now: Date,
): Promise<ResinRow> =>
  inTurn(who.workspaceId, (trx) => changeResin(trx, who, id, fields, now), NAME_TAKEN)
