import { balance, takeFrom, wareKey, type Booked, type Draw, type Ware } from '../../../core/stock'
import type { Db } from '../../db/rows'
import { getResin } from '../../db/resins'
import {
  addMovements,
  bottleOf,
  coloursOfOrders,
  insertLot,
  lockLots,
  lockResin,
  markOpened,
  takenCodes,
  type NewMovement,
} from '../../db/stock'
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
  const alike =
    runId !== null && toDraw.some(({ ware }) => ware.of === 'pigment')
      ? await coloursOfOrders(trx, who.workspaceId, runId)
      : new Set<number>()
  const taken = await takeOut(trx, who, { draws: toDraw, alike }, now)
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

async function takeOut(
  trx: Db,
  who: Who,
  { draws, alike }: { draws: readonly Draw[]; alike: ReadonlySet<number> },
  now: Date,
) {
  const wares = [...new Map(draws.map(({ ware }) => [wareKey(ware), ware])).values()]
  const take = async () => {
    const lots = await lockLots(trx, who.workspaceId, { wares })
    return takeFrom(draws, lots.map(bottleOf), now.getTime(), alike)
  }
  const first = await take()
  const resins = first.without.flatMap(({ ware }) => (ware.of === 'resin' ? [ware.id] : []))
  if (resins.length === 0) return first.taken
  // Another may be beginning its first bottle now; what they began serves this, too.
  for (const id of new Set(resins)) await lockResin(trx, who.workspaceId, id)
  const { without } = await take()
  const unkept = new Map(without.map(({ ware }) => [wareKey(ware), ware]))
  for (const ware of unkept.values())
    if (ware.of === 'resin') await beginUnlabelled(trx, who, ware, now)
  return (await take()).taken
}

const CODE_LENGTH = 40

async function beginUnlabelled(
  trx: Db,
  who: Who,
  ware: Extract<Ware, { of: 'resin' }>,
  now: Date,
): Promise<void> {
  const counted = await countedIn(trx, who.workspaceId, ware)
  const resin = await getResin(trx, who.workspaceId, ware.id)
  if (!counted || !resin) return
  await insertLot(
    trx,
    who.workspaceId,
    {
      ware,
      code: await freeCode(trx, who, `${resin.name}, ${ware.part.toUpperCase()}`),
      size: 0,
      price: null,
      supplier: '',
      boughtOn: null,
      useBy: null,
      keepsDays: null,
      stands: '',
      ...counted,
    },
    now,
  )
}

/** A code that stands on no bottle yet, from what is in it. */
async function freeCode(trx: Db, who: Who, name: string): Promise<string> {
  for (let number = 1; ; number++) {
    const ending = number === 1 ? ' unlabelled' : ` unlabelled ${number}`
    const code = name.slice(0, CODE_LENGTH - ending.length) + ending
    if ((await takenCodes(trx, who.workspaceId, [code])).length === 0) return code
  }
}
