import { issue } from '../../../core/result'
import { inTurnToUse } from '../../../core/stock'
import type { LotFields, NewLot } from '../../../shared/schemas/stock'
import type { BenchBottle, LotRow, LotView } from '../../../shared/types/stock'
import { database } from '../../db/database'
import { getPot } from '../../db/pots'
import type { Db } from '../../db/rows'
import { getRun } from '../../db/runs'
import * as rows from '../../db/stock'
import { changedFields, tell } from '../../events/tell'
import { AppError } from '../AppError'
import { requirePricesKept } from '../prices'
import { may, requireMay } from '../rights'
import { found, inTransaction, savedOrConflict } from '../transactions'
import type { Who } from '../Who'
import { countedIn } from './wares'

const CODE_TAKEN = issue('code', 'name-taken', { what: 'bottle' })

/** The same without what it cost, for those who may not see that. */
const lotFor = (who: Who, lot: LotRow): LotRow =>
  may(who, 'see prices') ? lot : { ...lot, price: null }

/** Every bottle that holds something, and those below nothing. */
export const listLots = async (who: Who): Promise<LotRow[]> =>
  (await rows.listLots(database(), who.workspaceId)).map((lot) => lotFor(who, lot))

const MOVEMENTS_SHOWN = 200

/** A bottle with what happened to it and what was made of it. */
export async function getLotView(who: Who, id: number): Promise<LotView> {
  const db = database()
  const lot = found(await rows.getLot(db, who.workspaceId, id), 'bottle')
  const [movements, pieces] = await Promise.all([
    rows.listMovements(db, who.workspaceId, { lotId: id, before: null, limit: MOVEMENTS_SHOWN }),
    rows.piecesOfLot(db, who.workspaceId, id),
  ])
  return { lot: lotFor(who, lot), movements, pieces }
}

/** Bottles that come into the stores, each full. */
export const receiveLots = (who: Who, lots: readonly NewLot[], now: Date): Promise<LotRow[]> =>
  inTransaction((trx) => addLots(trx, who, lots, now), CODE_TAKEN)

/**
 * The same in a transaction that others share.
 * @param purchaseLineId the line of a purchase that they are of
 */
export async function addLots(
  trx: Db,
  who: Who,
  lots: readonly NewLot[],
  now: Date,
  purchaseLineId: number | null = null,
): Promise<LotRow[]> {
  await requireFreeCodes(trx, who, lots)
  const added: LotRow[] = []
  for (const [i, lot] of lots.entries()) {
    const counted = await countedIn(trx, who.workspaceId, lot.ware)
    if (!counted)
      throw new AppError('invalid-input', 'This is not kept in the stores.', {
        issues: [issue(`lots[${i}].ware`, 'not-in-stores', { what: lot.ware.of })],
      })
    const id = await rows.insertLot(
      trx,
      who.workspaceId,
      { ...lot, ...counted, purchaseLineId },
      now,
    )
    await rows.addMovements(trx, who.workspaceId, [
      {
        lotId: id,
        kind: 'bought',
        amount: lot.size,
        at: lot.boughtOn === null ? now : new Date(`${lot.boughtOn}T12:00:00Z`),
        toldAt: now,
        personId: who.personId,
      },
    ])
    tell(trx, who.workspaceId, { subject: 'stock', kind: 'bought', id, by: who.personId, at: now })
    added.push(lotFor(who, found(await rows.getLot(trx, who.workspaceId, id), 'bottle')))
  }
  return added
}

/** A code stands on one bottle; which of several is wrong is told at its own field. */
async function requireFreeCodes(trx: Db, who: Who, lots: readonly NewLot[]): Promise<void> {
  const codes = lots.map(({ code }) => code.trim().toLowerCase())
  const taken = new Set(
    (await rows.takenCodes(trx, who.workspaceId, codes)).map((code) => code.toLowerCase()),
  )
  const issues = codes.flatMap((code, i) =>
    taken.has(code) || codes.indexOf(code) < i
      ? [issue(`lots[${i}].code`, 'name-taken', { what: 'bottle' })]
      : [],
  )
  if (issues.length > 0)
    throw new AppError('invalid-input', 'Another bottle has this code.', { issues })
}

/** What stands on a bottle, changed; what is in it only movements change. */
export const saveLot = (
  who: Who,
  id: number,
  fields: LotFields & { version: number },
  now: Date,
): Promise<LotRow> =>
  inTransaction(async (trx) => {
    const before = found(await rows.getLot(trx, who.workspaceId, id), 'bottle')
    if (before.version === fields.version)
      requirePricesKept(who, [{ path: 'price', before: before.price, after: fields.price }])
    const saved = await rows.updateLot(trx, who.workspaceId, id, fields, now)
    if (saved)
      tell(trx, who.workspaceId, {
        subject: 'stock',
        kind: 'changed',
        id,
        by: who.personId,
        at: now,
        changed: changedFields(before, fields),
      })
    return savedOrConflict(
      saved,
      lotFor(who, found(await rows.getLot(trx, who.workspaceId, id), 'bottle')),
      'bottle',
    )
  }, CODE_TAKEN)

/** The bottles of a run's resin, by part, in the order in which they should be taken. */
export async function benchBottles(who: Who, runId: number, now: Date): Promise<BenchBottle[]> {
  const db = database()
  const run = found(await getRun(db, who.workspaceId, runId), 'run')
  const pot = found(await getPot(db, who.workspaceId, run.potId), 'pot')
  requireMay(
    who,
    'see runs',
    pot.portions.map(({ ownerId }) => ownerId),
  )
  const lots = (await rows.listLots(db, who.workspaceId)).filter(
    ({ ware }) => ware.of === 'resin' && ware.id === run.targets.resinId,
  )
  const byId = new Map(lots.map((lot) => [lot.id, lot]))
  return inTurnToUse(lots.map(rows.bottleOf), now.getTime()).flatMap(
    ({ id, ware, usableUntil, ...bottle }) => {
      const lot = byId.get(id)
      return lot && ware.of === 'resin'
        ? [
            {
              id,
              part: ware.part,
              code: lot.code,
              left: bottle.left,
              unit: bottle.unit,
              stands: lot.stands,
              isOpen: bottle.isOpen,
              usableUntil: usableUntil === null ? null : new Date(usableUntil).toISOString(),
            },
          ]
        : []
    },
  )
}
