import {
  cpSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { dumpDatabase, loadDump, requireWhole } from '../../cli/lib/dump'
import { startMariadb, type OwnDatabase } from '../../cli/lib/mariadb'
import { upgrade } from '../../cli/lib/migrate'
import { nightlyFile, removeOldNights, untilNight } from '../../cli/lib/nightly'
import { MIGRATIONS } from '../../cli/lib/paths'
import { openDatabase } from '../../server/db/knex'

const now = new Date('2026-03-02T09:00:00.000Z')
const folder = mkdtempSync(join(tmpdir(), 'velvet-upgrade-'))
/** Beside the others, so that what they import is found from here too. */
const migrations = join(MIGRATIONS, '../migrations-of-a-test')
const backups = join(folder, 'backups')
let database: OwnDatabase

async function ask<T>(sql: string): Promise<T[]> {
  const knex = openDatabase(database.settings)
  try {
    const [rows] = (await knex.raw(sql)) as [T[]]
    return rows
  } finally {
    await knex.destroy()
  }
}
const add = (name: string, up: string) =>
  writeFileSync(
    join(migrations, `${name}.ts`),
    `export async function up(knex) { ${up} }\nexport async function down() {}\n`,
  )

beforeAll(async () => {
  cpSync(MIGRATIONS, migrations, { recursive: true })
  database = await startMariadb(folder)
})
afterAll(async () => {
  await database.stop()
  for (const one of [folder, migrations]) rmSync(one, { recursive: true, force: true })
})

describe('bringing a database up to date', () => {
  test('keeps nothing of an empty one, and nothing where there is nothing to do', async () => {
    expect(await upgrade(database.settings, backups, now, migrations)).toBeNull()
    await ask(
      "INSERT INTO workspaces (name, time_zone, currency, labour_rate) VALUES ('Ångström’s 日', 'UTC', 'EUR', 12.5)",
    )
    expect(await upgrade(database.settings, backups, now, migrations)).toBeNull()
  })
  test('writes all of it to a file first', async () => {
    add('900_more', "await knex.raw('CREATE TABLE more (n INT)')")
    const file = await upgrade(database.settings, backups, now, migrations)
    expect(file).toBe(join(backups, 'before-upgrade-2026-03-02T09-00-00.sql.gz'))
    expect(readdirSync(backups)).toEqual(['before-upgrade-2026-03-02T09-00-00.sql.gz'])
    expect(await ask('SELECT n FROM more')).toEqual([])
  })
  test('puts everything back where it fails in the middle', async () => {
    add(
      '901_broken',
      "await knex.raw('ALTER TABLE workspaces DROP COLUMN labour_rate'); await knex.raw('nonsense')",
    )
    const later = new Date(now.getTime() + 1000)
    await expect(upgrade(database.settings, backups, later, migrations)).rejects.toThrow(
      /Everything was put back as it was before/,
    )
    expect(await ask('SELECT name, labour_rate AS rate FROM workspaces')).toEqual([
      { name: 'Ångström’s 日', rate: '12.50' },
    ])
    // The version before goes on: it lacks nothing.
    rmSync(join(migrations, '901_broken.ts'))
    expect(await upgrade(database.settings, backups, later, migrations)).toBeNull()
  })
  test('a dump that cannot be written leaves no half of one, and says why', async () => {
    const nowhere = join(folder, 'not-there', 'x.sql.gz')
    await expect(dumpDatabase(database.settings, nowhere)).rejects.toThrow(/ENOENT/)
    const wrong = { ...database.settings, password: 'wrong' }
    const file = join(folder, 'half.sql.gz')
    await expect(dumpDatabase(wrong, file)).rejects.toThrow(/mariadb-dump ended with/)
    expect(readdirSync(folder).filter((name) => name.startsWith('half'))).toEqual([])
  })
  test('a dump that cannot be read costs nothing of what is there', async () => {
    const nowhere = join(folder, 'gone.sql.gz')
    await expect(loadDump(database.settings, nowhere)).rejects.toThrow(/ENOENT/)
    expect(await ask('SELECT name FROM workspaces')).toHaveLength(1)
  })
})

/** What every table holds, each row as it is. */
async function everything(): Promise<Record<string, unknown[]>> {
  const tables = await ask<{ name: string }>(
    'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() ORDER BY 1',
  )
  const held: Record<string, unknown[]> = {}
  for (const { name } of tables) held[name] = await ask(`SELECT * FROM \`${name}\``)
  return held
}

describe('a backup', () => {
  const file = join(folder, 'kept.sql.gz')

  test('put back is what was there, row by row, bytes and letters', async () => {
    await ask(
      'CREATE TABLE IF NOT EXISTS pictures (n INT PRIMARY KEY, bytes MEDIUMBLOB, at DATETIME(3))',
    )
    await ask("INSERT INTO pictures VALUES (1, X'00FF0D0A1A27', '2026-03-02 09:00:00.123')")
    const before = await everything()
    await dumpDatabase(database.settings, file)
    await requireWhole(file)
    await ask('DELETE FROM pictures')
    await ask('DELETE FROM workspaces')
    await ask('CREATE TABLE since (n INT)')
    expect(await everything()).not.toEqual(before)
    await loadDump(database.settings, file)
    expect(await everything()).toEqual(before)
  })
  test('that was cut short is not believed', async () => {
    const cut = join(folder, 'cut.sql.gz')
    writeFileSync(cut, readFileSync(file).subarray(0, 400))
    await expect(requireWhole(cut)).rejects.toThrow(/cannot be read as a backup/)
    const other = join(folder, 'other.sql.gz')
    writeFileSync(other, gzipSync('CREATE TABLE t (n INT);'))
    await expect(requireWhole(other)).rejects.toThrow(/its end is missing/)
  })
})

describe('every night', () => {
  test('is at three, tonight or tomorrow', () => {
    const at = (hour: number, minute = 0) => new Date(2026, 2, 2, hour, minute)
    expect(untilNight(at(2, 30))).toBe(30 * 60_000)
    expect(untilNight(at(3))).toBe(24 * 3_600_000)
    expect(untilNight(at(23))).toBe(4 * 3_600_000)
  })
  test('fourteen are kept, and nothing else is touched', () => {
    const nights = join(folder, 'nights')
    mkdirSync(nights)
    for (let day = 1; day <= 16; day++)
      writeFileSync(nightlyFile(nights, new Date(2026, 2, day, 12)), '')
    writeFileSync(join(nights, 'before-upgrade-2026-01-01T00-00-00.sql.gz'), '')
    expect(removeOldNights(nights)).toEqual([
      'nightly-2026-03-01.sql.gz',
      'nightly-2026-03-02.sql.gz',
    ])
    expect(readdirSync(nights)).toHaveLength(15)
  })
})
