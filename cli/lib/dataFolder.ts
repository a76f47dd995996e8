import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { homedir } from 'node:os'
import { join, resolve } from 'node:path'
import { Sentence } from './Sentence'

/** Where a workshop keeps its own database unless somebody says otherwise: never in the checkout. */
export const dataFolder = (chosen: string | null): string =>
  resolve(
    chosen ?? join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'velvet-batch'),
  )

/** Who has the folder's database running, and where that listens. */
export interface Running {
  pid: number
  databasePort: number
  address: string
}

const markOf = (folder: string) => join(folder, 'running.json')

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0)
    return true
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM'
  }
}

/** Who runs on a folder now; a mark that a killed command left behind counts for nothing. */
export function runningOn(folder: string): Running | null {
  if (!existsSync(markOf(folder))) return null
  try {
    const mark = JSON.parse(readFileSync(markOf(folder), 'utf8')) as Running
    return isAlive(mark.pid) ? mark : null
  } catch {
    return null
  }
}

/** @throws Sentence where another command runs on the folder */
export function requireIdle(folder: string): void {
  const running = runningOn(folder)
  if (running)
    throw new Sentence(
      `The workshop in ${folder} is running already, at ${running.address}. Stop it first, or give another folder with --data.`,
    )
}

export const markRunning = (folder: string, running: Running): void =>
  writeFileSync(markOf(folder), JSON.stringify(running), { mode: 0o600 })

export const unmark = (folder: string): void => rmSync(markOf(folder), { force: true })
