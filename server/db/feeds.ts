import { iso, type Db } from './rows'

export interface StoredFeed {
  workspaceId: number
  /** Whose tasks it shows; null for the whole workshop. */
  personId: number | null
}

/** When the feed of a person, or of the workshop, got its address; null when it has none. */
export async function feedMadeAt(
  db: Db,
  { workspaceId, personId }: StoredFeed,
): Promise<string | null> {
  const row = (await db('calendar_feeds')
    .where({ workspace_id: workspaceId, person_id: personId })
    .first('made_at')) as { made_at: Date } | undefined
  return row ? iso(row.made_at) : null
}

/** Gives a feed a new address; the one before leads nowhere from then on. */
export async function replaceFeed(
  db: Db,
  feed: StoredFeed,
  made: { by: number; at: Date; secretHash: string },
): Promise<void> {
  await removeFeed(db, feed)
  await db('calendar_feeds').insert({
    workspace_id: feed.workspaceId,
    person_id: feed.personId,
    made_by: made.by,
    made_at: made.at,
    secret_hash: made.secretHash,
  })
}

export async function removeFeed(db: Db, { workspaceId, personId }: StoredFeed): Promise<void> {
  await db('calendar_feeds').where({ workspace_id: workspaceId, person_id: personId }).del()
}

export async function feedOfSecret(db: Db, secretHash: string): Promise<StoredFeed | null> {
  const row = (await db('calendar_feeds')
    .where({ secret_hash: secretHash })
    .first('workspace_id', 'person_id')) as
    { workspace_id: number; person_id: number | null } | undefined
  return row ? { workspaceId: row.workspace_id, personId: row.person_id } : null
}
