import {
  cpSync,
  existsSync,
  mkdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { join } from 'node:path'
import { now } from '../../server/clock'
import { prepareDemo } from '../demo'
import { sourcesMark } from './build'
import { startMariadb } from './mariadb'
import { ROOT, STATE } from './paths'

const FOLDER = join(STATE, 'furnished')
const MARK = 'furnished.json'
const SOURCES = ['core', 'db', 'demo', 'server', 'shared', 'package-lock.json']
/** A yard that was furnished earlier than that is too old to begin on. */
const FRESH_MS = 20 * 60_000

interface Mark {
  sources: string
  loadedAt: string
}

const isFresh = (folder: string, sources: string): boolean => {
  const file = join(folder, MARK)
  if (!existsSync(file)) return false
  const mark = JSON.parse(readFileSync(file, 'utf8')) as Mark
  return (
    mark.sources === sources &&
    Math.abs(now().getTime() - new Date(mark.loadedAt).getTime()) < FRESH_MS
  )
}

/**
 * A database folder that holds the demo and on which nothing runs, to be copied from: loaded once
 * for these sources and this time of the workshop's clock.
 * @returns the folder
 */
export async function furnished(): Promise<string> {
  const sources = sourcesMark(ROOT, SOURCES)
  if (isFresh(FOLDER, sources)) return FOLDER
  const unfinished = `${FOLDER}.unfinished`
  rmSync(unfinished, { recursive: true, force: true })
  const database = await startMariadb(unfinished, { isLasting: false })
  try {
    await prepareDemo(database, unfinished)
  } finally {
    await database.stop()
  }
  const mark: Mark = { sources, loadedAt: now().toISOString() }
  writeFileSync(join(unfinished, MARK), JSON.stringify(mark))
  rmSync(FOLDER, { recursive: true, force: true })
  renameSync(unfinished, FOLDER)
  return FOLDER
}

/** Puts a copy of a furnished database folder in place of what a folder holds. */
export function copyFurnished(from: string, to: string): void {
  rmSync(to, { recursive: true, force: true })
  mkdirSync(to, { recursive: true, mode: 0o700 })
  cpSync(from, to, { recursive: true })
}
