import type { PinnedPicture, PinnedTo } from '../../shared/types/pinned'
import { iso, type Db } from './rows'

const columnsOf = (to: PinnedTo) =>
  'recipeId' in to ? { recipe_id: to.recipeId } : { order_id: to.orderId }

export async function listPinned(
  db: Db,
  workspaceId: number,
  to: PinnedTo,
): Promise<PinnedPicture[]> {
  const [[column, id] = ['', 0]] = Object.entries(columnsOf(to))
  const rows = (await db('pinned_pictures')
    .join('people', 'people.id', 'pinned_pictures.person_id')
    .where({ 'pinned_pictures.workspace_id': workspaceId, [`pinned_pictures.${column}`]: id })
    .orderBy('pinned_pictures.id')
    .select(
      'pinned_pictures.id',
      'width_px as widthPx',
      'height_px as heightPx',
      'pinned_at as pinnedAt',
      'people.name as by',
    )) as (Omit<PinnedPicture, 'pinnedAt'> & { pinnedAt: Date })[]
  return rows.map((row) => ({ ...row, pinnedAt: iso(row.pinnedAt) }))
}

export async function insertPinned(
  db: Db,
  workspaceId: number,
  picture: {
    to: PinnedTo
    personId: number
    pinnedAt: Date
    widthPx: number
    heightPx: number
    webp: Buffer
  },
): Promise<void> {
  await db('pinned_pictures').insert({
    workspace_id: workspaceId,
    ...columnsOf(picture.to),
    person_id: picture.personId,
    pinned_at: picture.pinnedAt,
    width_px: picture.widthPx,
    height_px: picture.heightPx,
    webp: picture.webp,
  })
}

/** A pinned picture with what it is pinned to. */
export async function getPinned(
  db: Db,
  workspaceId: number,
  id: number,
): Promise<{ webp: Buffer; recipeId: number | null; orderId: number | null } | null> {
  const row = (await db('pinned_pictures')
    .where({ workspace_id: workspaceId, id })
    .first('webp', 'recipe_id as recipeId', 'order_id as orderId')) as
    { webp: Buffer; recipeId: number | null; orderId: number | null } | undefined
  return row ?? null
}

export async function removePinned(db: Db, workspaceId: number, id: number): Promise<void> {
  await db('pinned_pictures').where({ workspace_id: workspaceId, id }).delete()
}
