import { spawn } from 'node:child_process'
import { createReadStream, createWriteStream, renameSync, rmSync } from 'node:fs'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import type { DatabaseSettings } from '../../server/db/knex'
import { Sentence } from './Sentence'

/** The password travels in the environment, where other users of the machine do not see it. */
const asUser = ({ host, port, user, password }: DatabaseSettings) => ({
  args: ['--no-defaults', `--host=${host}`, `--port=${port}`, `--user=${user}`],
  env: { ...process.env, MYSQL_PWD: password },
})

/** What a program wrote of what went wrong, and how it ended. */
function ended(child: ReturnType<typeof spawn>, program: string): Promise<void> {
  let said = ''
  child.stderr?.on('data', (chunk: Buffer) => (said = `${said}${chunk.toString()}`.slice(-500)))
  return new Promise((resolve, reject) => {
    child.once('error', (error) => reject(new Sentence(`${program}: ${error.message}`)))
    child.once('close', (code) =>
      code === 0
        ? resolve()
        : reject(new Sentence(`${program} ended with ${code}: ${said.trim() || 'no word of why'}`)),
    )
  })
}

/**
 * Writes all that a database holds as it is at one instant, while others go on writing; the file is
 * there only once it is whole.
 * @param file SQL, packed with gzip
 */
export async function dumpDatabase(settings: DatabaseSettings, file: string): Promise<void> {
  const { args, env } = asUser(settings)
  const child = spawn(
    'mariadb-dump',
    [
      ...args,
      '--single-transaction',
      '--skip-lock-tables',
      '--hex-blob',
      '--no-tablespaces',
      '--default-character-set=utf8mb4',
      settings.database,
    ],
    { env, stdio: ['ignore', 'pipe', 'pipe'] },
  )
  const unfinished = `${file}.unfinished`
  try {
    await Promise.all([
      ended(child, 'mariadb-dump'),
      pipeline(child.stdout, createGzip(), createWriteStream(unfinished, { mode: 0o600 })),
    ])
    renameSync(unfinished, file)
  } finally {
    rmSync(unfinished, { force: true })
  }
}

/** What the program that writes dumps writes last. */
const LAST_LINE = /^-- Dump completed/m
const TAIL = 400

/** @throws Sentence where a file is no dump, or was cut short */
export async function requireWhole(file: string): Promise<void> {
  let tail = ''
  const keepTail = async (chunks: AsyncIterable<Buffer>) => {
    for await (const chunk of chunks) tail = `${tail}${chunk.toString('latin1')}`.slice(-TAIL)
  }
  try {
    await pipeline(createReadStream(file), createGunzip(), keepTail)
  } catch (error) {
    throw new Sentence(`${file} cannot be read as a backup: ${(error as Error).message}`)
  }
  if (!LAST_LINE.test(tail)) throw new Sentence(`${file} is no whole backup: its end is missing.`)
}

/**
 * Puts a database back as a dump holds it. Everything that it held is gone first, so nothing is
 * touched unless the dump is whole.
 */
export async function loadDump(settings: DatabaseSettings, file: string): Promise<void> {
  await requireWhole(file)
  const { args, env } = asUser(settings)
  const child = spawn(
    'mariadb',
    [...args, '--default-character-set=utf8mb4', '--batch', settings.database],
    { env, stdio: ['pipe', 'ignore', 'pipe'] },
  )
  const name = `\`${settings.database}\``
  child.stdin.write(
    `DROP DATABASE ${name}; CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci; USE ${name};\n`,
  )
  await Promise.all([
    ended(child, 'mariadb'),
    pipeline(createReadStream(file), createGunzip(), child.stdin),
  ])
}
