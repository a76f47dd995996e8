import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { freshDatabase, leaveDatabase } from './database'

let knex: Knex
beforeAll(async () => {
  knex = await freshDatabase()
})
afterAll(leaveDatabase)

test('migrations go up, down to nothing, and up again', async () => {
  const tables = async () =>
    (
      (await knex('information_schema.tables')
        .whereRaw('table_schema = database()')
        .select('table_name as name')) as { name: string }[]
    )
      .map((row) => row.name)
      .filter((name) => !name.startsWith('knex_'))
      .sort()
  const full = await tables()
  expect(full).toContain('piece_events')
  await knex.migrate.rollback(undefined, true)
  expect(await tables()).toEqual([])
  await knex.migrate.latest()
  expect(await tables()).toEqual(full)
})

test('every table but the sign-in throttle belongs to a workspace', async () => {
  const rows = (await knex('information_schema.tables as t')
    .whereRaw("t.table_schema = database() and t.table_name not like 'knex%'")
    .whereNotExists(
      knex('information_schema.columns as c').whereRaw(
        "c.table_schema = database() and c.table_name = t.table_name and c.column_name = 'workspace_id'",
      ),
    )
    .select('t.table_name as name')) as { name: string }[]
  expect(rows.map((row) => row.name).sort()).toEqual(['sign_in_tries', 'workspaces'])
})
