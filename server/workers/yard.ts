import { dirname, join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { databaseSettings } from '../db/knex'
import { log } from '../utils/log'
import type { YardWork } from './yardJob'

/** Begins to fill a made-up workshop; it is ready when it says so of itself in the database. */
export function fillYard(workspaceId: number, now: Date): void {
  const work: YardWork = {
    settings: databaseSettings(process.env),
    workspaceId,
    nowMs: now.getTime(),
  }
  const file = join(dirname(process.argv[1] ?? ''), 'workers/yardJob.mjs')
  const thread = new Worker(file, { workerData: work })
  // Whoever throws it away while it is filled takes the ground from under it.
  thread.once('error', (error) => log.warn({ error, workspaceId }, 'the yard was not finished'))
  thread.unref()
}
