import { dirname, join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { databaseSettings } from '../db/knex'
import { AppError } from '../services/AppError'
import type { Who } from '../services/Who'
import { log } from '../utils/log'
import type { LoadAnswer, LoadWork } from './loadJob'
import type { YardWork } from './yardJob'

function threadOf(job: 'yardJob' | 'loadJob', workerData: YardWork | LoadWork): Worker {
  const file = join(dirname(process.argv[1] ?? ''), `workers/${job}.mjs`)
  const thread = new Worker(file, {
    workerData,
    transferList: 'bytes' in workerData ? [workerData.bytes] : [],
  })
  thread.unref()
  return thread
}

/** Begins to fill a made-up workshop; it is ready when it says so of itself in the database. */
export function fillYard(workspaceId: number, now: Date): void {
  const settings = databaseSettings(process.env)
  const thread = threadOf('yardJob', { settings, workspaceId, nowMs: now.getTime() })
  // Whoever throws it away while it is filled takes the ground from under it.
  thread.once('error', (error) => log.warn({ error, workspaceId }, 'the yard was not finished'))
}

/**
 * Begins to take in the file of a workshop; its rows come while one goes on, and it is ready when
 * it says so of itself in the database.
 * @returns the workshop's id, once it is known that the file can be taken in
 * @throws AppError `invalid-input` where it cannot
 */
export function loadFile(who: Who, bytes: ArrayBuffer, now: Date): Promise<{ id: number }> {
  const settings = databaseSettings(process.env)
  const thread = threadOf('loadJob', { settings, who, bytes, nowMs: now.getTime() })
  return new Promise((resolve, reject) => {
    thread.once('message', (answer: LoadAnswer) => {
      if ('id' in answer) resolve(answer)
      else reject(new AppError('invalid-input', answer.refused))
    })
    thread.once('error', (error) => {
      log.warn({ error }, 'a workshop was not loaded')
      reject(error)
    })
  })
}
