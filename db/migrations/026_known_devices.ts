import type { Knex } from 'knex'
import { instant, owned, pointsTo } from '../columns'

/** Devices from which somebody has signed in: wrong tries of strangers do not lock them out there. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('known_devices', (table) => {
    owned(table)
    pointsTo(table, 'person_id', 'people', 'CASCADE').notNullable()
    table.string('token_hash', 64).notNullable()
    instant(table, 'seen_at').notNullable()
    table.unique(['person_id', 'token_hash'])
    table.index(['token_hash'])
    table.index(['seen_at'])
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('known_devices')
}
