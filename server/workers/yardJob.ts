import { parentPort, workerData } from 'node:worker_threads'
import { useDatabase } from '../db/database'
import { setFurnished } from '../db/workspaces'
import { openDatabase, type DatabaseSettings } from '../db/knex'
import { MADE_UP } from '../madeUp'

/** What a thread needs to fill a made-up workshop. */
export interface YardWork {
  settings: DatabaseSettings
  workspaceId: number
  nowMs: number
}

const MOST_BEFORE_READY = 99

/** Fills the made-up yard in a thread of its own, since living through three months takes a while. */
async function fill({ settings, workspaceId, nowMs }: YardWork): Promise<void> {
  const knex = openDatabase(settings)
  const tell = async (pct: number) => {
    // Whoever threw it away has stopped this.
    if (!(await setFurnished(knex, workspaceId, pct))) throw new Error('thrown away')
  }
  useDatabase(knex)
  try {
    await MADE_UP.furnish(knex, workspaceId, new Date(nowMs), (share) =>
      tell(Math.min(MOST_BEFORE_READY, Math.floor(share * 100))),
    )
    await tell(100)
  } finally {
    await knex.destroy()
  }
}

await fill(workerData as YardWork)
parentPort?.postMessage('done')
