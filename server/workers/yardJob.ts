import { parentPort, workerData } from 'node:worker_threads'
import { furnishYard } from '../../demo/load'
import { WORKSPACE } from '../../demo/workshop'
import { useDatabase } from '../db/database'
import { openDatabase, type DatabaseSettings } from '../db/knex'

/** What a thread needs to fill a made-up workshop. */
export interface YardWork {
  settings: DatabaseSettings
  workspaceId: number
  nowMs: number
}

/** Fills the made-up yard in a thread of its own, since living through three months takes a while. */
async function fill({ settings, workspaceId, nowMs }: YardWork): Promise<void> {
  const knex = openDatabase(settings)
  useDatabase(knex)
  try {
    const { name: _name, ...rules } = WORKSPACE
    await knex('workspaces').where({ id: workspaceId }).update(rules)
    await furnishYard(
      knex,
      {
        workspaceId,
        signInOf: (name) => `yard-${workspaceId}-${name}`,
        passwordHash: null,
      },
      new Date(nowMs),
    )
    await knex('workspaces').where({ id: workspaceId }).update({ is_being_furnished: false })
  } finally {
    await knex.destroy()
  }
}

await fill(workerData as YardWork)
parentPort?.postMessage('done')
