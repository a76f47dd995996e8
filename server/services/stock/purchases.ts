import { stringify } from 'csv-stringify/sync'
import { issue } from '../../../core/result'
import type { PurchaseFields, Received } from '../../../shared/schemas/purchases'
import type { Purchase } from '../../../shared/types/purchases'
import { database } from '../../db/database'
import { HOUSE_TABLES } from '../../db/house'
import * as rows from '../../db/purchases'
import { listResins } from '../../db/resins'
import type { Db } from '../../db/rows'
import { tell } from '../../events/tell'
import { AppError } from '../AppError'
import { askToFollow } from '../planning/propose/follow'
import { may } from '../rights'
import { found, inTurn, savedOrConflict } from '../transactions'
import type { Who } from '../Who'
import { addLots } from './lots'

const CLOSED_SHOWN = 30
const CODE_TAKEN = issue('code', 'name-taken', { what: 'bottle' })

/** The same without what it cost, for those who may not see that. */
const purchaseFor = (who: Who, purchase: Purchase): Purchase =>
  may(who, 'see prices')
    ? purchase
    : { ...purchase, lines: purchase.lines.map((line) => ({ ...line, packPrice: null })) }

/** What is ordered and not here, and what came lately. */
export async function listPurchases(who: Who): Promise<Purchase[]> {
  const db = database()
  const [open, closed] = await Promise.all([
    rows.listOpenPurchases(db, who.workspaceId),
    rows.listClosedPurchases(db, who.workspaceId, CLOSED_SHOWN),
  ])
  return [...open, ...closed].map((purchase) => purchaseFor(who, purchase))
}

async function requireKnown(db: Db, who: Who, { lines }: PurchaseFields): Promise<void> {
  const ids = async <T extends { id: number }>(all: Promise<T[]>) =>
    new Set((await all).map(({ id }) => id))
  const known = {
    resin: await ids(listResins(db, who.workspaceId)),
    pigment: await ids(HOUSE_TABLES.pigments.list(db, who.workspaceId)),
    material: await ids(HOUSE_TABLES.materials.list(db, who.workspaceId)),
  }
  const issues = lines.flatMap(({ ware }, i) =>
    known[ware.of].has(ware.id)
      ? []
      : [issue(`lines[${i}].ware`, 'not-in-stores', { what: ware.of })],
  )
  if (issues.length > 0)
    throw new AppError('invalid-input', 'Some of this is not kept in the stores.', { issues })
}

/** A purchase as a table that a supplier can read: what of each, and how much of it is a pack. */
export async function purchaseTable(who: Who, id: number): Promise<{ name: string; text: string }> {
  const db = database()
  const { workspaceId } = who
  const { supplier, lines } = found(await rows.getPurchase(db, workspaceId, id), 'order')
  const namesOf = async <T extends { id: number; name: string; unit?: string }>(
    all: Promise<T[]>,
    unit: string,
  ) => new Map((await all).map((one) => [one.id, { name: one.name, unit: one.unit ?? unit }]))
  const known = {
    resin: await namesOf(listResins(db, workspaceId), 'ml'),
    pigment: await namesOf(HOUSE_TABLES.pigments.list(db, workspaceId), 'g'),
    material: await namesOf(HOUSE_TABLES.materials.list(db, workspaceId), ''),
  }
  const text = stringify(
    lines.map(({ ware, packs, packSize }) => {
      const { name = '', unit = '' } = known[ware.of].get(ware.id) ?? {}
      return { what: name, packs, 'a pack has': packSize, unit }
    }),
    { header: true, bom: true, escape_formulas: true },
  )
  return { name: `order-${id}-${supplier}`, text }
}

/** Notes what was ordered of a supplier; the plan counts on it from then on. */
export const placePurchase = (who: Who, fields: PurchaseFields, now: Date): Promise<Purchase> =>
  inTurn(who.workspaceId, async (trx) => {
    await requireKnown(trx, who, fields)
    const id = await rows.insertPurchase(trx, who.workspaceId, fields, {
      personId: who.personId,
      now,
    })
    return told(trx, who, id, 'ordered', now)
  })

async function told(
  trx: Db,
  who: Who,
  id: number,
  kind: 'ordered' | 'received' | 'closed',
  now: Date,
): Promise<Purchase> {
  tell(trx, who.workspaceId, { subject: 'purchase', kind, id, by: who.personId, at: now })
  await askToFollow(trx, who, now)
  return purchaseFor(who, found(await rows.getPurchase(trx, who.workspaceId, id), 'order'))
}

/**
 * Puts into the stores what came of a purchase, as the bottles that they are. Once all of it is here
 * it is over.
 */
export const receivePurchase = (
  who: Who,
  { lineId, lots }: Received,
  now: Date,
): Promise<Purchase> =>
  inTurn(
    who.workspaceId,
    async (trx) => {
      const id = found(await rows.purchaseOfLine(trx, who.workspaceId, lineId), 'order')
      await rows.lockPurchase(trx, who.workspaceId, id)
      const before = found(await rows.getPurchase(trx, who.workspaceId, id), 'order')
      const line = before.lines.find((one) => one.id === lineId)
      const isOther = lots.some(({ ware }) => ware.of !== line?.ware.of || ware.id !== line.ware.id)
      if (before.closedAt !== null || isOther)
        throw new AppError(
          'invalid-input',
          isOther ? 'This is another ware than was ordered.' : 'This order is over already.',
        )
      await addLots(trx, who, lots, now, lineId)
      const after = found(await rows.getPurchase(trx, who.workspaceId, id), 'order')
      if (after.lines.every(({ packs, received }) => received >= packs))
        await rows.closePurchase(trx, who.workspaceId, after, now)
      return told(trx, who, id, 'received', now)
    },
    CODE_TAKEN,
  )

/** The rest of a purchase will not come. */
export const closePurchase = (
  who: Who,
  id: number,
  version: number,
  now: Date,
): Promise<Purchase> =>
  inTurn(who.workspaceId, async (trx) => {
    found(await rows.getPurchase(trx, who.workspaceId, id), 'order')
    const saved = await rows.closePurchase(trx, who.workspaceId, { id, version }, now)
    const current = saved
      ? await told(trx, who, id, 'closed', now)
      : await rows.getPurchase(trx, who.workspaceId, id)
    return savedOrConflict(saved, current && purchaseFor(who, current), 'order')
  })
