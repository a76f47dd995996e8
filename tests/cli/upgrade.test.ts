import { cpSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { dumpDatabase, loadDump } from '../../cli/lib/dump'
import { startMariadb, type OwnDatabase } from '../../cli/lib/mariadb'
import { upgrade } from '../../cli/lib/migrate'
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
    await expect(loadDump(database.settings, file)).rejects.toThrow(/ENOENT/)
  })
})
