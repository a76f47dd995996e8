import { balance, takeFrom, wareKey, type Booked, type Draw, type Ware } from '../../../core/stock'
import type { Db } from '../../db/rows'
import { addMovements, insertLot, lockBottles, markOpened, type NewMovement } from '../../db/stock'
import { tell } from '../../events/tell'
import type { Who } from '../Who'
import { countedIn } from './wares'

/** By what something is drawn: a pot at the bench, or work on the pieces of a line. */
interface DrawnBy {
  runId: number | null
  orderLineId: number | null
  /** When what stands under this key was so. */
  atOf: (cause: string) => Date
}

/**
 * Brings the ledger in step with a log: draws what it says was used, and gives back what was taken
 * back, each by a movement of its own. What the stores keep no bottle of is not counted, but for
 * resin: of that an unlabelled bottle is begun, which stands below nothing until somebody counts.
 */
export async function settleDraws(
  trx: Db,
  who: Who,
  { wanted, booked }: { wanted: readonly Draw[]; booked: readonly Booked[] },
  { runId, orderLineId, atOf }: DrawnBy,
  now: Date,
): Promise<void> {
  const { toDraw, toUndo } = balance(wanted, booked)
  if (toDraw.length === 0 && toUndo.length === 0) return
  const own = { kind: 'drawn' as const, toldAt: now, personId: who.personId, runId, orderLineId }
  const back = toUndo.map(({ id, cause, lotId, amount }): NewMovement => ({
    ...own,
    lotId,
    amount,
    at: now,
    cause,
    undoesId: id,
  }))
  await addMovements(trx, who.workspaceId, back)
  const taken = await takeOut(trx, who, toDraw, now)
  await addMovements(
    trx,
    who.workspaceId,
    taken.map(({ cause, lotId, amount }) => ({
      ...own,
      lotId,
      amount: -amount,
      at: atOf(cause),
      cause,
    })),
  )
  await markOpened(
    trx,
    who.workspaceId,
    taken.map(({ lotId }) => lotId),
    now,
  )
  tell(trx, who.workspaceId, {
    subject: 'stock',
    kind: 'drawn',
    id: null,
    by: who.personId,
    at: now,
  })
}

async function takeOut(trx: Db, who: Who, draws: readonly Draw[], now: Date) {
  const wares = [...new Map(draws.map(({ ware }) => [wareKey(ware), ware])).values()]
  const bottles = await lockBottles(trx, who.workspaceId, wares)
  const { taken, without } = takeFrom(draws, bottles, now.getTime())
  const unkept = new Map(without.map(({ ware }) => [wareKey(ware), ware]))
  let isNew = false
  for (const ware of unkept.values())
    if (ware.of === 'resin' && (await beginUnlabelled(trx, who, ware, now))) isNew = true
  if (!isNew) return taken
  const all = await lockBottles(trx, who.workspaceId, wares)
  return takeFrom(draws, all, now.getTime()).taken
}

async function beginUnlabelled(
  trx: Db,
  who: Who,
  ware: Extract<Ware, { of: 'resin' }>,
  now: Date,
): Promise<boolean> {
  const counted = await countedIn(trx, who.workspaceId, ware)
  if (!counted) return false
  await insertLot(
    trx,
    who.workspaceId,
    {
      ware,
      code: `unlabelled ${ware.id} ${ware.part.toUpperCase()}`,
      size: 0,
      price: null,
      supplier: '',
      boughtOn: null,
      openedAt: now.toISOString(),
      useBy: null,
      keepsDays: null,
      stands: '',
      ...counted,
    },
    now,
  )
  return true
}
