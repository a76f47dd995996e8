import { issue } from '../../../core/result'
import type { ToldMovement } from '../../../shared/schemas/stock'
import type { LotRow, MovementRow } from '../../../shared/types/stock'
import type { Page } from '../../../shared/types/exchange'
import { database } from '../../db/database'
import * as rows from '../../db/stock'
import { tell } from '../../events/tell'
import { AppError } from '../AppError'
import { found, inTransaction } from '../transactions'
import type { Who } from '../Who'
import { listLots } from './lots'

const PER_PAGE = 60

/** The ledger of the stores, the newest first. */
export async function listMovements(who: Who, before: number | null): Promise<Page<MovementRow>> {
  const read = await rows.listMovements(database(), who.workspaceId, {
    lotId: null,
    before,
    limit: PER_PAGE + 1,
  })
  const shown = read.slice(0, PER_PAGE)
  return { rows: shown, next: read.length > PER_PAGE ? String(shown.at(-1)?.id ?? '') : null }
}

/** What a told movement changes, in the bottle's unit. */
function changeOf({ kind, amount }: ToldMovement, { left }: LotRow): number {
  if (kind === 'counted') return amount - left
  return kind === 'corrected' ? amount : -amount
}

/** What cannot be told of a bottle: below nothing it goes only by a correction that says why. */
function wrongWith(told: ToldMovement, lot: LotRow | undefined, path: string) {
  if (!lot) return [issue(`${path}.lotId`, 'not-in-stores', { what: 'bottle' })]
  const isNegative = told.kind !== 'corrected' && told.amount < 0
  const after = lot.left + changeOf(told, lot)
  return [
    ...(isNegative
      ? [issue(`${path}.amount`, 'field', { sentence: 'must not be less than nothing' })]
      : []),
    ...(after < -0.0005 && told.kind !== 'counted' && told.note.trim() === ''
      ? [issue(`${path}.note`, 'below-nothing', { left: lot.left, unit: lot.unit })]
      : []),
    ...(told.kind === 'corrected' && told.note.trim() === ''
      ? [issue(`${path}.note`, 'say-why')]
      : []),
  ]
}

/**
 * Writes into the ledger what people tell of bottles. Each is told under a key of the sender's own,
 * so that sending it twice changes nothing.
 * @returns the bottles as they are then
 */
export async function tellMovements(
  who: Who,
  told: readonly ToldMovement[],
  now: Date,
): Promise<LotRow[]> {
  await inTransaction(async (trx) => {
    // Held before anything is read: a count is of what is there then.
    const lots = new Map(
      (await rows.lockLots(trx, who.workspaceId, { ids: told.map(({ lotId }) => lotId) })).map(
        (lot) => [lot.id, lot],
      ),
    )
    const keys = told.map(({ key }) => key)
    const known = new Set(await rows.knownMovementKeys(trx, who.workspaceId, keys))
    const fresh: rows.NewMovement[] = []
    const issues = told.flatMap((one, i) => {
      if (known.has(one.key)) return []
      known.add(one.key)
      const lot = lots.get(one.lotId)
      const wrong = wrongWith(one, lot, `movements[${i}]`)
      if (!lot || wrong.length > 0) return wrong
      const amount = changeOf(one, lot)
      lots.set(lot.id, { ...lot, left: lot.left + amount })
      fresh.push({
        lotId: lot.id,
        kind: one.kind,
        amount,
        at: now,
        toldAt: now,
        personId: who.personId,
        note: one.note.trim(),
        key: one.key,
      })
      return []
    })
    if (issues.length > 0)
      throw new AppError('invalid-input', 'This cannot be told of this bottle.', { issues })
    await rows.addMovements(trx, who.workspaceId, fresh)
    for (const { lotId, kind } of fresh)
      tell(trx, who.workspaceId, {
        subject: 'stock',
        kind: kind === 'counted' ? 'counted' : 'told',
        id: lotId,
        by: who.personId,
        at: now,
      })
  })
  return listLots(who)
}

/** Takes back what somebody told, by its opposite; what was drawn at work is taken back there. */
export const takeBack = (who: Who, id: number, note: string, now: Date): Promise<LotRow[]> =>
  inTransaction(async (trx) => {
    const one = found(await rows.lockMovement(trx, who.workspaceId, id), 'movement')
    if (one.isOfWork || one.isUndoing || one.isUndone)
      throw new AppError(
        'invalid-input',
        one.isOfWork
          ? 'This was drawn by work: take the work back where it was done.'
          : 'This has been taken back already.',
      )
    await rows.addMovements(trx, who.workspaceId, [
      {
        lotId: one.lotId,
        kind: one.kind,
        amount: -one.amount,
        at: now,
        toldAt: now,
        personId: who.personId,
        undoesId: id,
        note: note.trim(),
      },
    ])
    tell(trx, who.workspaceId, {
      subject: 'stock',
      kind: 'taken back',
      id: one.lotId,
      by: who.personId,
      at: now,
    })
  }).then(() => listLots(who))
