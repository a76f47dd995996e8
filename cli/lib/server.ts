import { spawn } from 'node:child_process'
import { openSync } from 'node:fs'
import { get } from 'node:http'
import { get as getSecurely } from 'node:https'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import type { DatabaseSettings } from '../../server/db/knex'
import { isFree } from './ports'
import { Sentence } from './Sentence'

const READY_WITHIN_MS = 30_000
const STOPPED_WITHIN_MS = 10_000

export interface RunningServer {
  address: string
  pid: number
  stop: () => Promise<void>
  ended: Promise<void>
}

/** How this machine itself reaches an address on which a server listens. */
const nearOf = (host: string) =>
  host === '0.0.0.0'
    ? '127.0.0.1'
    : host === '::'
      ? '[::1]'
      : host.includes(':')
        ? `[${host}]`
        : host

/** Whether a server answers; whose certificate it shows is of no account on one's own machine. */
const isHealthy = (url: string): Promise<boolean> =>
  new Promise((resolve) => {
    const ask = url.startsWith('https:') ? getSecurely : get
    ask(url, { rejectUnauthorized: false }, (answer) => {
      answer.resume()
      resolve(answer.statusCode === 200)
    }).once('error', () => resolve(false))
  })

export async function requireFreePort(port: number): Promise<void> {
  if (!(await isFree(port)))
    throw new Sentence(`Port ${port} is in use by another program; choose another with --port.`)
}

/** Where others than this machine reach it, and what it proves itself with. */
export interface Reach {
  host?: string
  tls?: { cert: string; key: string } | null
  /** Where files of deleted workshops are kept. */
  keptFolder?: string
  /** What whoever sets up the workshop from another machine is asked for. */
  setupCode?: string
}

/** Starts the built server, on loopback unless told otherwise; it ends with whoever started it. */
export async function startServer(
  root: string,
  port: number,
  database: DatabaseSettings,
  logFile: string | null,
  { host = '127.0.0.1', tls = null, setupCode = '', keptFolder }: Reach = {},
): Promise<RunningServer> {
  const out = logFile === null ? 'inherit' : openSync(logFile, 'a', 0o600)
  const child = spawn(process.execPath, [join(root, '.output/server/index.mjs')], {
    cwd: root,
    detached: true,
    stdio: ['ignore', out, out, 'ipc'],
    env: {
      ...process.env,
      NODE_ENV: 'production',
      NITRO_HOST: host,
      HOST: host,
      ...(tls && { NITRO_SSL_CERT: tls.cert, NITRO_SSL_KEY: tls.key }),
      VELVET_SETUP_CODE: setupCode,
      ...(keptFolder && { VELVET_KEPT_FOLDER: keptFolder }),
      NITRO_PORT: String(port),
      PORT: String(port),
      NUXT_PUBLIC_NOW: process.env.VELVET_NOW ?? '',
      VELVET_DB_HOST: database.host,
      VELVET_DB_PORT: String(database.port),
      VELVET_DB_USER: database.user,
      VELVET_DB_PASSWORD: database.password,
      VELVET_DB_NAME: database.database,
    },
  })
  let over = false
  const ended = new Promise<void>((resolve) =>
    child.once('exit', () => {
      over = true
      resolve()
    }),
  )
  const address = `${tls ? 'https' : 'http'}://${nearOf(host)}:${port}`
  const stop = async () => {
    if (over) return
    child.kill('SIGTERM')
    const killed = pause(STOPPED_WITHIN_MS, undefined, { ref: false }).then(
      () => !over && child.kill('SIGKILL'),
    )
    await Promise.race([ended, killed])
    await ended
  }
  const started = Date.now()
  while (!over && Date.now() - started < READY_WITHIN_MS) {
    if (await isHealthy(`${address}/api/health`))
      return { address, pid: child.pid ?? 0, ended, stop }
    await pause(100)
  }
  await stop()
  throw new Sentence(`The server did not start${logFile ? `; see ${logFile}` : ''}.`)
}
