import { randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdir, rename } from 'node:fs/promises'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { issue } from '../../../core/result'
import type { NewWorkshopFields } from '../../../shared/schemas/house'
import type { Person } from '../../../shared/types/people'
import type { OwnWorkshop } from '../../../shared/types/workshops'
import {
  accountOf,
  freeSignIn,
  handPasswordsOver,
  listWorkshopsOf,
  selfIn,
  setAccount,
  takeUnitsOf,
} from '../../db/accounts'
import { database } from '../../db/database'
import { HOUSE_TABLES } from '../../db/house'
import { findInvited, takeInvitation } from '../../db/people'
import type { Db } from '../../db/rows'
import { removeWorkspace, workspaceAsJson } from '../../db/workspaceRows'
import { addWorkspace, getRules, isMadeUp } from '../../db/workspaces'
import { tell } from '../../events/tell'
import { AppError } from '../AppError'
import { openSession, signOut } from '../people/auth'
import { hashOf } from '../people/secrets'
import { furnish } from '../setup/furnish'
import { found, inTransaction, inTurn } from '../transactions'
import type { Who } from '../Who'

/** The workshops that one belongs to. */
export const listOwnWorkshops = (who: Who): Promise<OwnWorkshop[]> =>
  listWorkshopsOf(database(), who.personId)

/** Goes on in another of one's workshops; the session here ends. */
export async function switchTo(
  who: Who,
  workspaceId: number,
  token: string,
  now: Date,
): Promise<{ token: string; person: Person }> {
  const self = found(await selfIn(database(), who.personId, workspaceId), 'workshop')
  const opened = await openSession({ personId: self.personId, workspaceId }, now)
  await signOut(token)
  return opened
}

/** Somebody's row in a workshop that is new to them. @returns its id */
export async function joinAsManager(
  trx: Db,
  who: Who,
  workspaceId: number,
  work: { skills: string[]; shifts: { weekday: number; fromMin: number; toMin: number }[] },
  now: Date,
): Promise<number> {
  const here = found(await HOUSE_TABLES.people.get(trx, who.workspaceId, who.personId), 'person')
  const personId = await HOUSE_TABLES.people.insert(
    trx,
    workspaceId,
    {
      name: here.name,
      signIn: await freeSignIn(trx, here.signIn),
      role: 'manager',
      helpsOthers: true,
      wage: null,
      rounds: [],
      otherwise: [],
      ...work,
    },
    now,
  )
  await setAccount(trx, personId, await accountOf(trx, who.personId, randomUUID()))
  await takeUnitsOf(trx, personId, who.personId)
  return personId
}

/** Makes another workshop, with oneself as its manager. @returns its id */
export const addOwnWorkshop = (
  who: Who,
  { workshop, beginning }: NewWorkshopFields,
  now: Date,
): Promise<{ id: number }> =>
  inTransaction(async (trx) => {
    const id = await addWorkspace(trx, { ...workshop, isFirst: false }, now)
    const work = await furnish(trx, id, beginning, now)
    const by = await joinAsManager(trx, who, id, work, now)
    tell(trx, id, { subject: 'workshop', kind: 'set up', id, by, at: now })
    return { id }
  })

/** Takes an invitation as somebody who has a password already: it becomes one of their workshops. */
export const joinInvited = (who: Who, secret: string, now: Date): Promise<{ id: number }> =>
  inTransaction(async (trx) => {
    const invited = await findInvited(trx, hashOf(secret), now)
    if (!invited || !(await takeInvitation(trx, hashOf(secret))))
      throw new AppError('unknown', 'This invitation holds no more. Ask for another.')
    if (invited.workspaceId === who.workspaceId)
      throw new AppError('invalid-input', 'This invitation is to the workshop where you are.')
    await setAccount(trx, invited.personId, await accountOf(trx, who.personId, randomUUID()))
    tell(trx, invited.workspaceId, {
      subject: 'person',
      kind: 'let in',
      id: invited.personId,
      by: invited.personId,
      at: now,
    })
    return { id: invited.workspaceId }
  })

/** A whole workshop as JSON, to be kept or loaded elsewhere. */
export const exportWorkshop = (who: Who, now: Date): AsyncGenerator<string> =>
  workspaceAsJson(database(), who.workspaceId, now)

const fileName = (name: string, now: Date) =>
  `${name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}-${now.toISOString().slice(0, 10)}-${randomUUID().slice(0, 8)}.json`

/** Writes the workshop where one is to a file beside the database. @returns the file's name */
async function keepAside(
  trx: Db,
  { workspaceId }: Who,
  name: string,
  folder: string,
  now: Date,
): Promise<string> {
  const file = fileName(name, now)
  await mkdir(folder, { recursive: true, mode: 0o700 })
  const part = join(folder, `${file}.part`)
  await pipeline(
    Readable.from(workspaceAsJson(trx, workspaceId, now)),
    createWriteStream(part, { mode: 0o600, flush: true }),
  )
  await rename(part, join(folder, file))
  return file
}

/**
 * Deletes the workshop where one is, after everything in it is written to a file beside the database;
 * what was made up goes without one. Whoever belongs to another workshop, too, goes on there.
 * @param named its name, typed as a sign that it is meant
 * @param folder where files of deleted workshops are kept
 */
export async function deleteWorkshop(
  who: Who,
  named: string,
  folder: string,
  now: Date,
): Promise<{ keptAs: string | null; token: string | null }> {
  const { name } = await getRules(database(), who.workspaceId)
  if (named.trim() !== name)
    throw new AppError('invalid-input', 'The name of the workshop is another.', {
      issues: [issue('name', 'not-its-name')],
    })
  const own = await listOwnWorkshops(who)
  const next = own.find(({ isHere, furnishedPct }) => !isHere && furnishedPct === 100)
  const self = next ? await selfIn(database(), who.personId, next.id) : null
  // Written and deleted in one turn, so that the file has what was there to the last.
  const keptAs = await inTurn(who.workspaceId, async (trx) => {
    const file = (await isMadeUp(trx, who.workspaceId))
      ? null
      : await keepAside(trx, who, name, folder, now)
    const rename = await handPasswordsOver(trx, who.workspaceId)
    await removeWorkspace(trx, who.workspaceId)
    await rename()
    return file
  })
  const opened =
    self && next ? await openSession({ personId: self.personId, workspaceId: next.id }, now) : null
  return { keptAs, token: opened?.token ?? null }
}
