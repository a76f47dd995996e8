import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { RunView } from '~~/shared/types/runs'
import type { Entry } from './entry'

/** What this device keeps for itself: what is to be sent, and the runs it has seen. */
interface Kept extends DBSchema {
  entries: { key: number; value: Entry }
  runs: { key: number; value: RunView }
}
const VERSION = 1

let opened: Promise<IDBPDatabase<Kept> | null> | null = null
/** Null where a browser keeps nothing, as in a private window of some: then the tab remembers. */
function database(): Promise<IDBPDatabase<Kept> | null> {
  opened ??=
    typeof indexedDB === 'undefined'
      ? Promise.resolve(null)
      : openDB<Kept>('velvet-batch', VERSION, {
          upgrade(db) {
            db.createObjectStore('entries', { keyPath: 'seq', autoIncrement: true })
            db.createObjectStore('runs', { keyPath: 'potId' })
          },
        }).catch(() => null)
  return opened
}
const inTab = { entries: new Map<number, Entry>(), runs: new Map<number, RunView>(), last: 0 }

/** A plain copy: what is reactive cannot be kept. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

export async function addEntry(entry: Omit<Entry, 'seq'>): Promise<void> {
  const db = await database()
  if (db) await db.add('entries', plain(entry) as Entry)
  else inTab.entries.set(++inTab.last, { ...plain(entry), seq: inTab.last })
}

/** In the order in which they were added. */
export async function listEntries(): Promise<Entry[]> {
  const db = await database()
  return db ? db.getAll('entries') : [...inTab.entries.values()]
}

export async function removeEntries(seqs: readonly number[]): Promise<void> {
  const db = await database()
  if (!db) for (const seq of seqs) inTab.entries.delete(seq)
  else {
    const trx = db.transaction('entries', 'readwrite')
    await Promise.all([...seqs.map((seq) => trx.store.delete(seq)), trx.done])
  }
}

export async function putEntries(entries: readonly Entry[]): Promise<void> {
  const db = await database()
  if (!db) for (const entry of entries) inTab.entries.set(entry.seq, plain(entry))
  else {
    const trx = db.transaction('entries', 'readwrite')
    await Promise.all([...entries.map((entry) => trx.store.put(plain(entry))), trx.done])
  }
}

/** As many of the newest runs are kept. */
const MOST_RUNS = 24

/** Keeps a run as the server has told it, so that its pot goes on without a network. */
export async function keepRun(view: RunView): Promise<void> {
  const db = await database()
  if (!db) {
    inTab.runs.set(view.potId, plain(view))
    return
  }
  await db.put('runs', plain(view))
  // Pots are numbered as they come: the first are the oldest.
  for (const potId of (await db.getAllKeys('runs')).slice(0, -MOST_RUNS))
    if (potId !== view.potId) await db.delete('runs', potId)
}

export async function keptRun(where: { potId: number } | { id: number }): Promise<RunView | null> {
  const db = await database()
  const all = db ? await db.getAll('runs') : [...inTab.runs.values()]
  const isIt = (run: RunView) =>
    'potId' in where ? run.potId === where.potId : run.id === where.id
  return all.find(isIt) ?? null
}

/** Forgets the runs that were seen here: the next at this device may be somebody else. */
export async function forgetRuns(): Promise<void> {
  const db = await database()
  if (db) await db.clear('runs')
  else inTab.runs.clear()
}
