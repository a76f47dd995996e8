import type { Page } from '../../shared/types/exchange'
import type { LetterFields } from '../../shared/schemas/letters'
import type { Letter } from '../../shared/types/letters'
import { iso, isoOrNull, type Db } from './rows'

interface LetterColumns {
  id: number
  workspace_id: number
  about: Letter['about']
  to_name: string
  to_address: string
  subject: string
  body: string
  state: Letter['state']
  tries: number
  failure: string
  written_at: Date
  sent_at: Date | null
  by: string | null
}

const letterOf = (row: LetterColumns): Letter => ({
  id: row.id,
  about: row.about,
  toName: row.to_name,
  toAddress: row.to_address,
  subject: row.subject,
  body: row.body,
  state: row.state,
  failure: row.failure,
  writtenAt: iso(row.written_at),
  sentAt: isoOrNull(row.sent_at),
  by: row.by,
})

export async function insertLetter(
  db: Db,
  workspaceId: number,
  fields: LetterFields,
  { isSent, personId, now }: { isSent: boolean; personId: number; now: Date },
): Promise<number> {
  const [id = 0] = await db('letters').insert({
    workspace_id: workspaceId,
    about: fields.about,
    to_name: fields.toName.trim(),
    to_address: fields.toAddress.trim(),
    subject: fields.subject.trim(),
    body: fields.body,
    state: isSent ? 'waiting' : 'kept',
    person_id: personId,
    written_at: now,
    due_at: isSent ? now : null,
    updated_at: now,
  })
  return id
}

const lettersWithWriter = (db: Db, workspaceId: number) =>
  db('letters')
    .leftJoin('people', 'people.id', 'letters.person_id')
    .where('letters.workspace_id', workspaceId)
    .select('letters.*', 'people.name as by')

/** A page of letters, the latest first. */
export async function listLetters(
  db: Db,
  workspaceId: number,
  { before, limit }: { before: number | null; limit: number },
): Promise<Page<Letter>> {
  const query = lettersWithWriter(db, workspaceId)
    .orderBy('letters.id', 'desc')
    .limit(limit + 1)
  if (before !== null) query.where('letters.id', '<', before)
  const rows = (await query) as LetterColumns[]
  const shown = rows.slice(0, limit)
  return {
    rows: shown.map(letterOf),
    next: rows.length > limit ? String(shown.at(-1)?.id ?? '') : null,
  }
}

export async function getLetter(db: Db, workspaceId: number, id: number): Promise<Letter | null> {
  const row = (await lettersWithWriter(db, workspaceId).where('letters.id', id).first()) as
    LetterColumns | undefined
  return row ? letterOf(row) : null
}

/** A letter that this server is about to send. */
export interface ClaimedLetter {
  workspaceId: number
  letter: Letter
  /** How often it has been tried, this time too. */
  tries: number
}

/** Takes the next letter that is due, so that no other server sends it, for as long as a lease lasts. */
export async function claimLetter(
  db: Db,
  now: Date,
  leaseUntil: Date,
): Promise<ClaimedLetter | null> {
  const row = (await db('letters')
    .where({ state: 'waiting' })
    .where('due_at', '<=', now)
    .orderBy('due_at')
    .first()) as (LetterColumns & { version: number }) | undefined
  if (!row) return null
  const taken = await db('letters')
    .where({ id: row.id, version: row.version, state: 'waiting' })
    .update({ due_at: leaseUntil, tries: row.tries + 1, version: row.version + 1 })
  return taken === 1
    ? { workspaceId: row.workspace_id, letter: letterOf(row), tries: row.tries + 1 }
    : claimLetter(db, now, leaseUntil)
}

export async function setLetterState(
  db: Db,
  id: number,
  change: { state: Letter['state']; failure?: string; dueAt?: Date | null; sentAt?: Date },
  now: Date,
): Promise<void> {
  await db('letters')
    .where({ id })
    .update({
      state: change.state,
      failure: change.failure ?? '',
      due_at: change.dueAt ?? null,
      ...(change.sentAt && { sent_at: change.sentAt }),
      version: db.raw('version + 1'),
      updated_at: now,
    })
}
