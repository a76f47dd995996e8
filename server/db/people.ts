import type { Knex } from 'knex'
import type { OwnUnits } from '../../core/units'
import type { MeasureChoice } from '../../shared/schemas/people'
import type { Person, Role } from '../../shared/types/people'
import { decimal, type Db } from './rows'

interface PersonRow {
  id: number
  workspace_id: number
  name: string
  role: Role
  password_hash: string | null
  measure_kind: 'scale' | 'cup'
  measure_step: string
  measure_tare: number
  unit_mass: OwnUnits['mass']
  unit_volume: OwnUnits['volume']
  unit_length: OwnUnits['length']
  unit_temperature: OwnUnits['temperature']
  version: number
}

const personOf = (row: PersonRow): Person => ({
  id: row.id,
  name: row.name,
  role: row.role,
  measure: {
    kind: row.measure_kind,
    step: decimal(row.measure_step),
    tare: row.measure_tare === 1,
  },
  units: {
    mass: row.unit_mass,
    volume: row.unit_volume,
    length: row.unit_length,
    temperature: row.unit_temperature,
  },
})

export async function findPersonBySignIn(
  db: Db,
  signIn: string,
): Promise<{ person: Person; workspaceId: number; passwordHash: string } | null> {
  const row = await db<PersonRow>('people')
    .where({ sign_in: signIn } as never)
    .whereNull('archived_at' as never)
    .first()
  return row?.password_hash
    ? { person: personOf(row), workspaceId: row.workspace_id, passwordHash: row.password_hash }
    : null
}

/** Who signs in with a name, whether they have a password or not. */
export async function findWho(
  db: Db,
  signIn: string,
): Promise<{
  personId: number
  workspaceId: number
  role: Role
  name: string
} | null> {
  const row = (await db('people').where({ sign_in: signIn }).whereNull('archived_at').first()) as
    PersonRow | undefined
  return row
    ? { personId: row.id, workspaceId: row.workspace_id, role: row.role, name: row.name }
    : null
}

export async function addSession(
  db: Db,
  session: {
    tokenHash: string
    personId: number
    workspaceId: number
    createdAt: Date
    expiresAt: Date
  },
): Promise<void> {
  await db('sessions').insert({
    workspace_id: session.workspaceId,
    person_id: session.personId,
    token_hash: session.tokenHash,
    created_at: session.createdAt,
    expires_at: session.expiresAt,
  })
}

export async function findPersonBySession(
  db: Db,
  tokenHash: string,
  now: Date,
): Promise<{ person: Person; workspaceId: number } | null> {
  const row = (await db('sessions')
    .join('people', 'people.id', 'sessions.person_id')
    .where('sessions.token_hash', tokenHash)
    .where('sessions.expires_at', '>', now)
    .whereNull('people.archived_at')
    .first('people.*')) as PersonRow | undefined
  return row ? { person: personOf(row), workspaceId: row.workspace_id } : null
}

export async function isKnownDevice(db: Db, personId: number, tokenHash: string): Promise<boolean> {
  const row: unknown = await db('known_devices')
    .where({ person_id: personId, token_hash: tokenHash })
    .first('id')
  return row !== undefined
}

/** Whether anybody has signed in from a device. */
export async function isDevice(db: Db, tokenHash: string): Promise<boolean> {
  const row: unknown = await db('known_devices').where({ token_hash: tokenHash }).first('id')
  return row !== undefined
}

export async function removeOldDevices(db: Db, before: Date): Promise<void> {
  await db('known_devices').where('seen_at', '<', before).delete()
}

export async function keepDevice(
  db: Db,
  device: { workspaceId: number; personId: number; tokenHash: string; now: Date },
): Promise<void> {
  await db('known_devices')
    .insert({
      workspace_id: device.workspaceId,
      person_id: device.personId,
      token_hash: device.tokenHash,
      seen_at: device.now,
    })
    .onConflict(['person_id', 'token_hash'])
    .merge(['seen_at'])
}

export async function removeSession(db: Db, tokenHash: string): Promise<void> {
  await db('sessions').where({ token_hash: tokenHash }).delete()
}

export async function removeExpiredSessions(db: Db, now: Date): Promise<void> {
  await db('sessions').where('expires_at', '<=', now).delete()
}

/**
 * Keeps how somebody measures or reads; of two such saves at once both are kept, the later on top.
 */
async function savePerson(
  db: Db,
  workspaceId: number,
  personId: number,
  changes: Record<string, unknown>,
  now: Date,
): Promise<void> {
  await db('people')
    .where({ workspace_id: workspaceId, id: personId })
    .update({ ...changes, version: db.raw('version + 1'), updated_at: now })
}

export const saveMeasure = (
  db: Db,
  workspaceId: number,
  personId: number,
  measure: MeasureChoice,
  now: Date,
) =>
  savePerson(
    db,
    workspaceId,
    personId,
    { measure_kind: measure.kind, measure_step: measure.step, measure_tare: measure.tare },
    now,
  )

export const saveUnits = (
  db: Db,
  workspaceId: number,
  personId: number,
  units: OwnUnits,
  now: Date,
) =>
  savePerson(
    db,
    workspaceId,
    personId,
    {
      unit_mass: units.mass,
      unit_volume: units.volume,
      unit_length: units.length,
      unit_temperature: units.temperature,
    },
    now,
  )

export async function listPeople(db: Db, workspaceId: number) {
  const people = (await db('people')
    .where({ workspace_id: workspaceId })
    .orderBy('name')
    .select('id', 'name', 'role', 'helps_others', 'archived_at')) as {
    id: number
    name: string
    role: Role
    helps_others: number
    archived_at: Date | null
  }[]
  const skills = (await db('person_skills')
    .where({ workspace_id: workspaceId })
    .orderBy('skill')
    .select('person_id', 'skill')) as { person_id: number; skill: string }[]
  return people.map(({ helps_others, archived_at, ...person }) => ({
    ...person,
    hasLeft: archived_at !== null,
    helpsOthers: helps_others === 1,
    skills: skills.filter((one) => one.person_id === person.id).map((one) => one.skill),
  }))
}

/** By a password of their own, or from another workshop of theirs. */
const canSignIn = (any: Knex.QueryBuilder) =>
  void any.whereNotNull('password_hash').orWhereNotNull('account')

/** How many managers a workshop has that are there and can sign in. */
export async function countManagers(db: Db, workspaceId: number): Promise<number> {
  const [row] = (await db('people')
    .where({ workspace_id: workspaceId, role: 'manager' })
    .whereNull('archived_at')
    .where(canSignIn)
    .count({ managers: '*' })) as { managers: number }[]
  return Number(row?.managers ?? 0)
}

export async function setPassword(
  db: Db,
  personId: number,
  passwordHash: string,
  now: Date,
): Promise<void> {
  await db('people').where({ id: personId }).update({
    password_hash: passwordHash,
    updated_at: now,
  })
}

/** Whether somebody who was invited has come. */
export async function peopleWithPassword(db: Db, workspaceId: number): Promise<Set<number>> {
  const rows = (await db('people')
    .where({ workspace_id: workspaceId })
    .where(canSignIn)
    .select('id')) as { id: number }[]
  return new Set(rows.map(({ id }) => id))
}

/** Ends the sessions of a person and forgets their devices. @param but the one that goes on */
export async function removeSessionsOf(
  db: Db,
  personId: number,
  but: string | null = null,
): Promise<void> {
  await db('sessions')
    .where({ person_id: personId })
    .whereNot({ token_hash: but ?? '' })
    .delete()
  if (but === null) await db('known_devices').where({ person_id: personId }).delete()
}

export async function listSessions(
  db: Db,
  personId: number,
  now: Date,
): Promise<{ id: number; tokenHash: string; since: string }[]> {
  const rows = (await db('sessions')
    .where({ person_id: personId })
    .where('expires_at', '>', now)
    .orderBy('created_at', 'desc')
    .select('id', 'token_hash', 'created_at')) as {
    id: number
    token_hash: string
    created_at: Date
  }[]
  return rows.map((row) => ({
    id: row.id,
    tokenHash: row.token_hash,
    since: row.created_at.toISOString(),
  }))
}

export async function removeSessionById(db: Db, personId: number, id: number): Promise<void> {
  await db('sessions').where({ person_id: personId, id }).delete()
}

/** One invitation a person: a new one takes the place of the one before. */
export async function keepInvitation(
  db: Db,
  invitation: { workspaceId: number; personId: number; tokenHash: string; expiresAt: Date },
): Promise<void> {
  await db('invitations')
    .insert({
      workspace_id: invitation.workspaceId,
      person_id: invitation.personId,
      token_hash: invitation.tokenHash,
      expires_at: invitation.expiresAt,
    })
    .onConflict('person_id')
    .merge(['token_hash', 'expires_at'])
}

export interface InvitedPerson {
  personId: number
  workspaceId: number
  name: string
  signIn: string
  workshop: string
}

/** Whom an invitation that still holds is for. */
export async function findInvited(
  db: Db,
  tokenHash: string,
  now: Date,
): Promise<InvitedPerson | null> {
  const row = (await db('invitations')
    .join('people', 'people.id', 'invitations.person_id')
    .join('workspaces', 'workspaces.id', 'invitations.workspace_id')
    .where('invitations.token_hash', tokenHash)
    .where('invitations.expires_at', '>', now)
    .whereNull('people.archived_at')
    .first(
      'people.id as personId',
      'people.workspace_id as workspaceId',
      'people.name',
      'people.sign_in as signIn',
      'workspaces.name as workshop',
    )) as InvitedPerson | undefined
  return row ?? null
}

/** @returns false where somebody has used it meanwhile */
export const takeInvitation = async (db: Db, tokenHash: string): Promise<boolean> =>
  (await db('invitations').where({ token_hash: tokenHash }).delete()) === 1

export async function listInvited(db: Db, workspaceId: number, now: Date): Promise<Set<number>> {
  const rows = (await db('invitations')
    .where({ workspace_id: workspaceId })
    .where('expires_at', '>', now)
    .select('person_id')) as { person_id: number }[]
  return new Set(rows.map((row) => row.person_id))
}
