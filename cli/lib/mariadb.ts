import { execFile, spawn, type ChildProcess } from 'node:child_process'
import { createHash, randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, openSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir, userInfo } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { promisify } from 'node:util'
import mysql from 'mysql2/promise'
import type { DatabaseSettings } from '../../server/db/knex'
import { freePort } from './ports'
import { requireRoom } from './requireRoom'
import { Sentence } from './Sentence'

const run = promisify(execFile)
const READY_WITHIN_MS = 60_000
const STOPPED_WITHIN_MS = 30_000
/**
 * A new data folder with its log and undo files, and what the server needs to start on one that is
 * there.
 */
const ROOM_TO_BEGIN_MB = 300
const ROOM_TO_GO_ON_MB = 40

export interface OwnDatabase {
  settings: DatabaseSettings
  stop: () => Promise<void>
  /** Ends it as a power cut would. */
  kill: () => Promise<void>
  /** Settles when the server ends without having been asked to. */
  ended: Promise<void>
}

/** How a database is started. */
interface Starting {
  /** Where somebody expects it to be; a free one if absent. */
  port?: number
  /**
   * Whether what was acknowledged outlives a power cut; what is thrown away afterwards is written
   * without waiting for the disk.
   * @default true
   */
  isLasting?: boolean
}

interface Secrets {
  password: string
}

/**
 * Starts a MariaDB of its own on loopback in a data folder of its own, creating the folder the
 * first time.
 * A server still running on the folder after its starter was killed is stopped first; InnoDB then
 * recovers.
 * @param folder holds the data, the log and the secret; nobody else may read it
 */
export async function startMariadb(
  folder: string,
  { port: wantedPort, isLasting = true }: Starting = {},
): Promise<OwnDatabase> {
  const data = join(folder, 'mariadb')
  makePrivate(folder)
  requireRoom(folder, existsSync(join(data, 'mysql')) ? ROOM_TO_GO_ON_MB : ROOM_TO_BEGIN_MB)
  const secrets = readSecrets(secretsOf(folder))
  const log = join(folder, 'mariadb.log')
  const pidFile = join(folder, 'mariadb.pid')
  await stopLeftover(pidFile, data)
  if (!existsSync(join(data, 'mysql'))) {
    const args = [
      '--no-defaults',
      `--datadir=${data}`,
      '--auth-root-authentication-method=normal',
      '--skip-test-db',
      ...asRoot(),
    ]
    await run('mariadb-install-db', args).catch((error: { stderr?: string; message: string }) => {
      throw new Sentence(
        `The database folder ${data} could not be set up: ${lastLine(error.stderr ?? error.message)}`,
      )
    })
  }
  const port = wantedPort ?? (await freePort())
  const settings = settingsOf(secrets, port)
  writeFileSync(join(folder, 'first.sql'), firstStatements(settings), { mode: 0o600 })
  const out = openSync(log, 'a', 0o600)
  const child = spawn(
    'mariadbd',
    [
      '--no-defaults',
      `--datadir=${data}`,
      `--port=${port}`,
      '--bind-address=127.0.0.1',
      `--socket=${socketPath(folder)}`,
      `--pid-file=${pidFile}`,
      `--init-file=${join(folder, 'first.sql')}`,
      '--skip-name-resolve',
      '--character-set-server=utf8mb4',
      '--max-allowed-packet=64M',
      '--innodb-buffer-pool-size=256M',
      ...(isLasting ? [] : ['--innodb-flush-log-at-trx-commit=0', '--skip-innodb-doublewrite']),
      ...asRoot(),
    ],
    { stdio: ['ignore', out, out], detached: true },
  )
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()))
  await untilReady(settings, child, log)
  const kill = async () => {
    child.kill('SIGKILL')
    await ended
  }
  return { settings, ended, kill, stop: () => stop(child, ended) }
}

const settingsOf = ({ password }: Secrets, port: number): DatabaseSettings => ({
  host: '127.0.0.1',
  port,
  user: 'velvet',
  password,
  database: 'velvet',
})

/** How to come into the database that somebody else has running on a folder. */
export const ownSettings = (folder: string, port: number): DatabaseSettings =>
  settingsOf(readSecrets(secretsOf(folder)), port)

const secretsOf = (folder: string) => join(folder, 'database.json')

function makePrivate(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 })
  } catch (error) {
    throw new Sentence(`The folder ${folder} cannot be written: ${(error as Error).message}`)
  }
}

function readSecrets(file: string): Secrets {
  if (existsSync(file)) return JSON.parse(readFileSync(file, 'utf8')) as Secrets
  const secrets = { password: randomBytes(24).toString('base64url') }
  writeFileSync(file, JSON.stringify(secrets), { mode: 0o600 })
  return secrets
}

/**
 * The application may use its own schema and nothing else. All other accounts that come with an
 * installation are removed; these statements themselves run at start with all rights.
 */
function firstStatements({ user, password, database }: DatabaseSettings): string {
  return [
    `DELETE FROM mysql.global_priv WHERE User NOT IN ('mariadb.sys', '${user}');`,
    'FLUSH PRIVILEGES;',
    `CREATE DATABASE IF NOT EXISTS ${database} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;`,
    `CREATE OR REPLACE USER '${user}'@'127.0.0.1' IDENTIFIED BY '${password}';`,
    `GRANT ALL PRIVILEGES ON ${database}.* TO '${user}'@'127.0.0.1';`,
  ].join('\n')
}

/**
 * Socket paths are limited to about 107 characters, so the folder's name is shortened to a mark.
 */
const socketPath = (folder: string) =>
  join(tmpdir(), `velvet-${createHash('sha256').update(folder).digest('hex').slice(0, 12)}.sock`)
const asRoot = () => (userInfo().uid === 0 ? ['--user=root'] : [])
const lastLine = (text: string) => text.trim().split('\n').at(-1) ?? ''

async function stopLeftover(pidFile: string, data: string): Promise<void> {
  if (!existsSync(pidFile)) return
  const pid = Number(readFileSync(pidFile, 'utf8'))
  const commandOf = () => {
    try {
      return readFileSync(`/proc/${pid}/cmdline`, 'utf8')
    } catch {
      return ''
    }
  }
  if (!commandOf().includes(`--datadir=${data}`)) return
  process.kill(pid, 'SIGTERM')
  for (let waited = 0; commandOf() !== '' && waited < STOPPED_WITHIN_MS; waited += 100)
    await pause(100)
}

async function untilReady(
  settings: DatabaseSettings,
  child: ChildProcess,
  log: string,
): Promise<void> {
  const started = Date.now()
  let failed: string | null = null
  child.once('error', (error) => (failed = error.message))
  child.once('exit', () => (failed ??= lastLine(readFileSync(log, 'utf8'))))
  while (Date.now() - started < READY_WITHIN_MS) {
    if (failed !== null)
      throw new Sentence(`The database did not start: ${String(failed)} (more in ${log})`)
    try {
      const connection = await mysql.createConnection(settings)
      await connection.end()
      return
    } catch {
      await pause(100)
    }
  }
  throw new Sentence(
    `The database did not answer within ${READY_WITHIN_MS / 1000} seconds; see ${log}`,
  )
}

async function stop(child: ChildProcess, ended: Promise<void>): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return
  child.kill('SIGTERM')
  await ended
}
