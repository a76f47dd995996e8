import { parentPort, workerData } from 'node:worker_threads'
import { useDatabase } from '../db/database'
import { openDatabase, type DatabaseSettings } from '../db/knex'
import { removeWorkspace } from '../db/workspaceRows'
import { AppError } from '../services/AppError'
import type { Who } from '../services/Who'
import { beginLoading } from '../services/workshops/loading/loadWorkshop'

/** What a thread needs to take in the file of a workshop. */
export interface LoadWork {
  settings: DatabaseSettings
  who: Who
  bytes: ArrayBuffer
  nowMs: number
}
/** What it says as soon as it knows whether the file can be taken in. */
export type LoadAnswer = { id: number } | { refused: string }

/** Takes in the file of a workshop in a thread of its own, since photographs make it long. */
async function load({ settings, who, bytes, nowMs }: LoadWork): Promise<void> {
  const knex = openDatabase(settings)
  useDatabase(knex)
  try {
    const text = new TextDecoder().decode(bytes)
    const { id, finish } = await beginLoading(who, text, new Date(nowMs))
    parentPort?.postMessage({ id } satisfies LoadAnswer)
    try {
      await finish()
    } catch (error) {
      await removeWorkspace(knex, id)
      throw error
    }
  } catch (error) {
    if (!(error instanceof AppError)) throw error
    parentPort?.postMessage({ refused: error.message } satisfies LoadAnswer)
  } finally {
    await knex.destroy()
  }
}

await load(workerData as LoadWork)
