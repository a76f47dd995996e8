import { join } from 'node:path'
import type { Knex } from 'knex'
import { closeDatabase, useDatabase } from '../../server/db/database'
import { databaseSettings, openDatabase } from '../../server/db/knex'
import { hashPassword } from '../../server/services/people/auth'
import type { Who } from '../../server/services/Who'
import { MOULDS, PIGMENTS, PLACES, ROOMS, STATIONS, WORKSPACE } from '../../demo/workshop'

/**
 * Empties every table that holds something, which takes a part of the time that dropping and making
 * them anew would; numbers begin at 1 again.
 */
async function emptyAll(knex: Knex): Promise<void> {
  const tables = (await knex('information_schema.tables')
    .whereRaw("table_schema = database() and table_type = 'BASE TABLE'")
    .whereNot('table_name', 'like', 'knex%')
    .pluck('table_name')) as string[]
  await knex.transaction(async (trx) => {
    await trx.raw('SET foreign_key_checks = 0')
    for (const table of tables) {
      const [used] = (await trx.raw('SELECT EXISTS (SELECT 1 FROM ??) AS isUsed', [table])) as [
        { isUsed: number }[],
      ]
      if (used[0]?.isUsed) await trx.raw('TRUNCATE TABLE ??', [table])
    }
    await trx.raw('SET foreign_key_checks = 1')
  })
}

/** Opens the tests' database (started by `./velvet test`) with an empty, current schema. */
export async function freshDatabase(): Promise<Knex> {
  const knex = openDatabase(
    databaseSettings(process.env),
    join(import.meta.dirname, '../../db/migrations'),
  )
  await knex.migrate.latest()
  await emptyAll(knex)
  useDatabase(knex)
  return knex
}
export const leaveDatabase = () => closeDatabase()

export const PASSWORD = 'a-long-enough-word'

/** A workshop of its own with one manager, one maker and one guest. */
export async function aWorkshop(
  knex: Knex,
  name = 'Test yard',
): Promise<{ manager: Who; maker: Who; guest: Who }> {
  const now = new Date('2026-03-02T08:00:00.000Z')
  const insert = async (table: string, row: object) => (await knex(table).insert(row))[0] ?? 0
  const workspaceId = await insert('workspaces', { ...WORKSPACE, name, updated_at: now })
  const rooms = new Map<string, number>()
  for (const room of ROOMS)
    rooms.set(
      room.name,
      await insert('rooms', { workspace_id: workspaceId, ...room, updated_at: now }),
    )
  for (const { room, ...station } of STATIONS)
    await insert('stations', { workspace_id: workspaceId, room_id: rooms.get(room), ...station })
  for (const { room, ...place } of PLACES)
    await insert('places', {
      workspace_id: workspaceId,
      room_id: rooms.get(room),
      ...place,
      updated_at: now,
    })
  for (const mould of MOULDS)
    await insert('moulds', { workspace_id: workspaceId, ...mould, updated_at: now })
  for (const pigment of PIGMENTS)
    await insert('pigments', { workspace_id: workspaceId, ...pigment, updated_at: now })
  const password_hash = await hashPassword(PASSWORD)
  const person = async (role: Who['role']): Promise<Who> => {
    const personId = await insert('people', {
      workspace_id: workspaceId,
      name: `${name} ${role}`,
      sign_in: `${name}-${role}`.toLowerCase().replace(/ /g, '-'),
      password_hash,
      role,
      updated_at: now,
    })
    for (const skill of ['pour', 'finish', 'pack', 'paint'])
      await insert('person_skills', { workspace_id: workspaceId, person_id: personId, skill })
    for (const weekday of [1, 2, 3, 4, 5])
      await insert('shifts', {
        workspace_id: workspaceId,
        person_id: personId,
        weekday,
        from_min: 480,
        to_min: 1080,
      })
    return { personId, workspaceId, role, name: `${name} ${role}` }
  }
  return {
    manager: await person('manager'),
    maker: await person('maker'),
    guest: await person('guest'),
  }
}
