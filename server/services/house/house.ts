import { issue, type Issue } from '../../../core/result'
import type { Subject } from '../../../shared/events'
import type { HouseFields, HouseKind, KeptKind } from '../../../shared/schemas/house'
import { database } from '../../db/database'
import { HOUSE_TABLES, KEPT_TABLES } from '../../db/house'
import type { HouseRow, HouseTable } from '../../db/house/houseTable'
import { usesOf } from '../../db/house/uses'
import { countManagers, removeSessionsOf } from '../../db/people'
import { listResins } from '../../db/resins'
import type { Db } from '../../db/rows'
import { changedFields, tell } from '../../events/tell'
import { AppError } from '../AppError'
import { arrangePots } from '../pots/arrangePots'
import { found, inTurn, savedOrConflict } from '../transactions'
import type { Who } from '../Who'

interface Kind {
  subject: Extract<
    Subject,
    | 'person'
    | 'room'
    | 'station'
    | 'place'
    | 'pigment'
    | 'material'
    | 'customer'
    | 'holiday'
    | 'mould'
    | 'resin'
  >
  /** What one of them is called. */
  what: string
  /** What is said where the name is taken. */
  taken: Issue
}

const KINDS: Record<KeptKind, Kind> = {
  people: {
    subject: 'person',
    what: 'person',
    taken: issue('signIn', 'name-taken', { what: 'sign-in' }),
  },
  rooms: { subject: 'room', what: 'room', taken: issue('name', 'name-taken', { what: 'room' }) },
  stations: {
    subject: 'station',
    what: 'station',
    taken: issue('name', 'name-taken', { what: 'station' }),
  },
  places: {
    subject: 'place',
    what: 'place',
    taken: issue('name', 'name-taken', { what: 'place' }),
  },
  pigments: {
    subject: 'pigment',
    what: 'pigment',
    taken: issue('name', 'name-taken', { what: 'pigment' }),
  },
  materials: {
    subject: 'material',
    what: 'material',
    taken: issue('name', 'name-taken', { what: 'material' }),
  },
  customers: {
    subject: 'customer',
    what: 'customer',
    taken: issue('name', 'name-taken', { what: 'customer' }),
  },
  moulds: {
    subject: 'mould',
    what: 'mould',
    taken: issue('name', 'name-taken', { what: 'mould' }),
  },
  resins: {
    subject: 'resin',
    what: 'resin',
    taken: issue('name', 'name-taken', { what: 'resin' }),
  },
  holidays: {
    subject: 'holiday',
    what: 'holiday',
    taken: issue('name', 'name-taken', { what: 'holiday' }),
  },
}

const tableOf = <K extends HouseKind>(kind: K) =>
  HOUSE_TABLES[kind] as unknown as HouseTable<HouseFields[K]>

/** All rows of a kind, those put away too. */
export const listHouse = <K extends HouseKind>(
  who: Who,
  kind: K,
): Promise<HouseRow<HouseFields[K]>[]> => tableOf(kind).list(database(), who.workspaceId)

/** What a row points to stands in this workshop. */
async function requireOwn(trx: Db, who: Who, fields: object): Promise<void> {
  if ('roomId' in fields) await requireOwnRoom(trx, who, fields as { roomId: number })
  if ('trials' in fields) await requireOwnResins(trx, who, fields as HouseFields['pigments'])
}

async function requireOwnResins(
  trx: Db,
  who: Who,
  { trials }: HouseFields['pigments'],
): Promise<void> {
  const known = new Set((await listResins(trx, who.workspaceId)).map(({ id }) => id))
  const issues = trials.flatMap(({ resinId }, i) =>
    known.has(resinId) ? [] : [issue(`trials[${i}].resinId`, 'resin-missing')],
  )
  if (issues.length > 0)
    throw new AppError('invalid-input', 'This resin is not in the workshop.', { issues })
}

async function requireOwnRoom(trx: Db, who: Who, fields: { roomId: number }): Promise<void> {
  const room = await HOUSE_TABLES.rooms.get(trx, who.workspaceId, fields.roomId)
  if (room && room.archivedAt === null) return
  throw new AppError('invalid-input', 'This room is not in the workshop.', {
    issues: [issue('roomId', 'room-unknown')],
  })
}

/** A workshop keeps a manager who can sign in. */
async function requireManager(trx: Db, who: Who, path: string): Promise<void> {
  if ((await countManagers(trx, who.workspaceId)) > 0) return
  throw new AppError('invalid-input', 'A workshop needs a manager who can sign in.', {
    issues: [issue(path, 'last-manager')],
  })
}

/** Adds a row in a transaction that others share. @returns its id */
export async function addRow<K extends HouseKind>(
  trx: Db,
  who: Who,
  kind: K,
  fields: HouseFields[K],
  now: Date,
): Promise<number> {
  await requireOwn(trx, who, fields)
  const id = await tableOf(kind).insert(trx, who.workspaceId, fields, now)
  const { subject } = KINDS[kind]
  tell(trx, who.workspaceId, { subject, kind: 'added', id, by: who.personId, at: now })
  return id
}

export const addToHouse = <K extends HouseKind>(
  who: Who,
  kind: K,
  fields: HouseFields[K],
  now: Date,
): Promise<HouseRow<HouseFields[K]>> =>
  inTurn(
    who.workspaceId,
    async (trx) => {
      const id = await addRow(trx, who, kind, fields, now)
      return found(await tableOf(kind).get(trx, who.workspaceId, id), KINDS[kind].what)
    },
    KINDS[kind].taken,
  )

/** Saves a row in a transaction that others share. @throws the conflict with somebody else's save */
export async function saveRow<K extends HouseKind>(
  trx: Db,
  who: Who,
  kind: K,
  id: number,
  fields: HouseFields[K] & { version: number },
  now: Date,
): Promise<HouseRow<HouseFields[K]>> {
  const { subject, what } = KINDS[kind]
  const table = tableOf(kind)
  const before = found(await table.get(trx, who.workspaceId, id), what)
  await requireOwn(trx, who, fields)
  const saved = await table.update(trx, who.workspaceId, id, fields, now)
  if (saved) {
    if (kind === 'people') await requireManager(trx, who, 'role')
    await follow(trx, who, kind, now)
    tell(trx, who.workspaceId, {
      subject,
      kind: 'changed',
      id,
      by: who.personId,
      at: now,
      changed: changedFields(before, fields),
    })
  }
  return savedOrConflict(saved, await table.get(trx, who.workspaceId, id), what)
}

export const saveInHouse = <K extends HouseKind>(
  who: Who,
  kind: K,
  id: number,
  fields: HouseFields[K] & { version: number },
  now: Date,
): Promise<HouseRow<HouseFields[K]>> =>
  inTurn(who.workspaceId, (trx) => saveRow(trx, who, kind, id, fields, now), KINDS[kind].taken)

/** Pots are as warm as the rooms, and of the colours of their pigments. */
async function follow(trx: Db, who: Who, kind: KeptKind, now: Date): Promise<void> {
  if (kind === 'rooms' || kind === 'places' || kind === 'pigments' || kind === 'moulds')
    await arrangePots(trx, who.workspaceId, () => true, now)
}

/** Puts a row away, or brings it back; what work goes on with stays. */
export async function archiveInHouse(
  who: Who,
  kind: KeptKind,
  row: { id: number; version: number; archived: boolean },
  now: Date,
): Promise<HouseRow<object>> {
  const { subject, what } = KINDS[kind]
  const table = KEPT_TABLES[kind]
  return inTurn(who.workspaceId, async (trx) => {
    const { workspaceId } = who
    found(await table.get(trx, workspaceId, row.id), what)
    if (row.archived) await requireUnused(trx, workspaceId, kind, row.id)
    const saved = await table.setArchived(trx, workspaceId, row, now)
    if (saved) {
      if (kind === 'people') {
        await requireManager(trx, who, '')
        if (row.archived) await removeSessionsOf(trx, row.id)
      }
      await follow(trx, who, kind, now)
      tell(trx, workspaceId, {
        subject,
        kind: row.archived ? 'put away' : 'brought back',
        id: row.id,
        by: who.personId,
        at: now,
      })
    }
    return savedOrConflict(saved, await table.get(trx, workspaceId, row.id), what)
  })
}

async function requireUnused(
  trx: Db,
  workspaceId: number,
  kind: KeptKind,
  id: number,
): Promise<void> {
  const uses = await usesOf(trx, workspaceId, kind, id)
  if (uses.length === 0) return
  const inUse = issue('', 'in-use', { uses })
  throw new AppError('invalid-input', `This ${KINDS[kind].what} is still in use.`, {
    issues: [inUse],
  })
}

/** Deletes a row that was never used; one that was stays, and can be put away. */
export async function removeFromHouse(
  who: Who,
  kind: KeptKind,
  id: number,
  now: Date,
): Promise<void> {
  const { subject, what } = KINDS[kind]
  const table = KEPT_TABLES[kind]
  await inTurn(who.workspaceId, async (trx) => {
    found(await table.get(trx, who.workspaceId, id), what)
    await requireUnused(trx, who.workspaceId, kind, id)
    await table.remove(trx, who.workspaceId, id)
    if (kind === 'people') await requireManager(trx, who, '')
    tell(trx, who.workspaceId, { subject, kind: 'removed', id, by: who.personId, at: now })
  })
}
