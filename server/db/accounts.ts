import type { OwnWorkshop } from '../../shared/types/workshops'
import type { Db } from './rows'

/** Workshops that somebody belongs to, by name; the one they are in is among them. */
export async function listWorkshopsOf(db: Db, personId: number): Promise<OwnWorkshop[]> {
  const rows = (await db('people as own')
    .join('people', function () {
      this.on('people.account', '=', 'own.account').orOn('people.id', '=', 'own.id')
    })
    .join('workspaces', 'workspaces.id', 'people.workspace_id')
    .where('own.id', personId)
    .whereNull('people.archived_at')
    .orderBy('workspaces.name')
    .distinct(
      'workspaces.id',
      'workspaces.name',
      'people.id as personId',
      'people.role',
      'workspaces.is_made_up as isMadeUp',
      'workspaces.furnished_pct as furnishedPct',
    )) as (Omit<OwnWorkshop, 'isHere' | 'isMadeUp'> & {
    personId: number
    isMadeUp: number
  })[]
  return rows.map(({ personId: there, isMadeUp, ...row }) => ({
    ...row,
    isHere: there === personId,
    isMadeUp: isMadeUp === 1,
  }))
}

/** The account of a person, begun with `fresh` where there is none yet. */
export async function accountOf(db: Db, personId: number, fresh: string): Promise<string> {
  await db('people').where({ id: personId }).whereNull('account').update({ account: fresh })
  const row = (await db('people').where({ id: personId }).first('account')) as
    { account: string } | undefined
  return row?.account ?? fresh
}

export async function setAccount(db: Db, personId: number, account: string | null): Promise<void> {
  await db('people').where({ id: personId }).update({ account })
}

/** Who somebody is in another workshop of theirs; null where they do not belong to it. */
export async function selfIn(
  db: Db,
  personId: number,
  workspaceId: number,
): Promise<{ personId: number } | null> {
  const row = (await db('people as own')
    .join('people', 'people.account', 'own.account')
    .join('workspaces', 'workspaces.id', 'people.workspace_id')
    .where('own.id', personId)
    .where('people.workspace_id', workspaceId)
    .where('workspaces.furnished_pct', 100)
    .whereNull('people.archived_at')
    .first('people.id as personId')) as { personId: number } | undefined
  return row ?? null
}

/** A name to sign in with: the wanted one where nobody has it, else one like it. */
export const signInNear = async (db: Db, wanted: string): Promise<string> =>
  (await db('people').where({ sign_in: wanted }).first('id')) ? freeSignIn(db, wanted) : wanted

/** A name to sign in with that nobody has, as near to the wanted one as can be, and another. */
export async function freeSignIn(db: Db, wanted: string): Promise<string> {
  for (let n = 2; ; n++) {
    const name = `${wanted}-${n}`
    if (!(await db('people').where({ sign_in: name }).first('id'))) return name
  }
}

/** The password by which somebody signs in, whichever of their rows has it. */
export async function passwordOf(
  db: Db,
  personId: number,
): Promise<{ personId: number; passwordHash: string } | null> {
  const row = (await db('people as own')
    .join('people', function () {
      this.on('people.account', '=', 'own.account').orOn('people.id', '=', 'own.id')
    })
    .where('own.id', personId)
    .whereNotNull('people.password_hash')
    .orderByRaw('people.id = ? DESC, people.id', [personId])
    .first('people.id as personId', 'people.password_hash as passwordHash')) as
    { personId: number; passwordHash: string } | undefined
  return row ?? null
}

/** Somebody reads in their own units in every workshop of theirs. */
export async function takeUnitsOf(db: Db, personId: number, from: number): Promise<void> {
  const units = ['unit_mass', 'unit_volume', 'unit_length', 'unit_temperature'] as const
  const row = (await db('people')
    .where({ id: from })
    .first(...units)) as Record<string, unknown>
  await db('people').where({ id: personId }).update(row)
}

/** What somebody signs in with, beside their name. */
const OF_SIGN_IN = ['password_hash', 'totp_secret', 'totp_step', 'totp_spare'] as const

/**
 * Before a workshop goes: whoever signs in by a row of it, and belongs to another workshop, too,
 * signs in by their row there from now on.
 * @returns what is to be done once the workshop is gone, when their names are free
 */
export async function handPasswordsOver(db: Db, workspaceId: number): Promise<() => Promise<void>> {
  const leaving = (await db('people')
    .where({ workspace_id: workspaceId })
    .whereNotNull('account')
    .whereNotNull('password_hash')
    .select('account', 'sign_in', ...OF_SIGN_IN)) as ({
    account: string
    sign_in: string
  } & Record<(typeof OF_SIGN_IN)[number], string | null>)[]
  const renames: { id: number; signIn: string }[] = []
  for (const { account, sign_in, ...ofSignIn } of leaving) {
    const heirs = (await db('people')
      .where({ account })
      .whereNot({ workspace_id: workspaceId })
      .whereNull('archived_at')
      .orderBy('id')
      .select('id', 'password_hash')) as { id: number; password_hash: string | null }[]
    const [heir] = heirs
    if (!heir || heirs.some((one) => one.password_hash !== null)) continue
    await db('people').where({ id: heir.id }).update(ofSignIn)
    renames.push({ id: heir.id, signIn: sign_in })
  }
  return async () => {
    for (const { id, signIn } of renames)
      await db('people').where({ id }).update({ sign_in: signIn })
  }
}
