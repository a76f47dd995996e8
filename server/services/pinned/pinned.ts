import type { PinnedPicture, PinnedTo } from '../../../shared/types/pinned'
import { database } from '../../db/database'
import { getOrder } from '../../db/orders'
import * as rows from '../../db/pinned'
import { getRecipe } from '../../db/recipes'
import type { Db } from '../../db/rows'
import { tell } from '../../events/tell'
import { storedPhoto } from '../pieces/storedPhoto'
import { requireMay } from '../rights'
import { found, inTransaction } from '../transactions'
import type { Who } from '../Who'

/** What pictures are pinned to is there, and theirs to see or to change. */
async function requireThere(db: Db, who: Who, to: PinnedTo, does: 'see' | 'change'): Promise<void> {
  if ('recipeId' in to) {
    found(await getRecipe(db, who.workspaceId, to.recipeId), 'recipe')
    requireMay(who, does === 'see' ? 'see recipes' : 'write recipes')
    return
  }
  const { ownerId } = found(await getOrder(db, who.workspaceId, to.orderId), 'order')
  requireMay(who, does === 'see' ? 'see orders' : 'change orders', [ownerId ?? null])
}

function tellOf(trx: Db, who: Who, to: PinnedTo, at: Date): void {
  const what =
    'recipeId' in to
      ? ({ subject: 'recipe', kind: 'changed', id: to.recipeId } as const)
      : ({ subject: 'order', kind: 'changed', id: to.orderId } as const)
  tell(trx, who.workspaceId, { ...what, by: who.personId, at, changed: ['pictures'] })
}

export async function listPinned(who: Who, to: PinnedTo): Promise<PinnedPicture[]> {
  const db = database()
  await requireThere(db, who, to, 'see')
  return rows.listPinned(db, who.workspaceId, to)
}

/** Pins an upload, read by its content. @returns all that is pinned there now */
export async function pinPicture(
  who: Who,
  to: PinnedTo,
  upload: Buffer,
  now: Date,
): Promise<PinnedPicture[]> {
  const picture = await storedPhoto(upload)
  return inTransaction(async (trx) => {
    await requireThere(trx, who, to, 'change')
    await rows.insertPinned(trx, who.workspaceId, {
      to,
      personId: who.personId,
      pinnedAt: now,
      ...picture,
    })
    tellOf(trx, who, to, now)
    return rows.listPinned(trx, who.workspaceId, to)
  })
}

const pinnedTo = ({ recipeId, orderId }: { recipeId: number | null; orderId: number | null }) =>
  recipeId === null ? { orderId: orderId ?? 0 } : { recipeId }

export async function getPinned(who: Who, id: number): Promise<Buffer> {
  const db = database()
  const picture = found(await rows.getPinned(db, who.workspaceId, id), 'picture')
  await requireThere(db, who, pinnedTo(picture), 'see')
  return picture.webp
}

/** Takes a picture off. @returns all that is still pinned there */
export async function unpinPicture(who: Who, id: number, now: Date): Promise<PinnedPicture[]> {
  return inTransaction(async (trx) => {
    const picture = found(await rows.getPinned(trx, who.workspaceId, id), 'picture')
    const to = pinnedTo(picture)
    await requireThere(trx, who, to, 'change')
    await rows.removePinned(trx, who.workspaceId, id)
    tellOf(trx, who, to, now)
    return rows.listPinned(trx, who.workspaceId, to)
  })
}
