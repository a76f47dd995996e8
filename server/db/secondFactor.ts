import type { Db } from './rows'

/** A second factor as it is kept. */
export interface SecondFactor {
  /** Base32. */
  secret: string
  /** Hashes of the spare codes that are left. */
  spare: string[]
}

/** Somebody's second factor, on the row whose password they sign in with; null where they have none. */
export async function secondFactorOf(db: Db, personId: number): Promise<SecondFactor | null> {
  const row = (await db('people').where({ id: personId }).first('totp_secret', 'totp_spare')) as
    { totp_secret: string | null; totp_spare: string | null } | undefined
  return row?.totp_secret
    ? { secret: row.totp_secret, spare: (row.totp_spare ?? '').split(' ').filter(Boolean) }
    : null
}

export async function keepSecondFactor(
  db: Db,
  personId: number,
  factor: SecondFactor | null,
): Promise<void> {
  await db('people')
    .where({ id: personId })
    .update({
      totp_secret: factor?.secret ?? null,
      totp_step: null,
      totp_spare: factor?.spare.join(' ') ?? null,
    })
}

/** Takes the code of a step of time. @returns false where it, or a later one, was taken before */
export const takeStep = async (db: Db, personId: number, step: number): Promise<boolean> =>
  (await db('people')
    .where({ id: personId })
    .where((row) => row.whereNull('totp_step').orWhere('totp_step', '<', step))
    .update({ totp_step: step })) === 1

/** Takes a spare code. @returns false where it is none, or was taken before */
export const takeSpare = async (db: Db, personId: number, codeHash: string): Promise<boolean> =>
  (await db('people')
    .where({ id: personId })
    .whereRaw('INSTR(totp_spare, ?) > 0', [codeHash])
    .update({ totp_spare: db.raw("REPLACE(totp_spare, ?, '')", [codeHash]) })) === 1
