import type { Knex } from 'knex'
import { instant, owned, pointsTo } from '../columns'

/**
 * What was measured in rooms and heated boxes, what fingers found on a piece, what a resin's sheet
 * counts from and how its own clock goes. A margin on cures goes, since each has a band.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('readings', (table) => {
    owned(table)
    pointsTo(table, 'room_id', 'rooms', 'CASCADE')
    pointsTo(table, 'place_id', 'places', 'CASCADE')
    instant(table, 'at').notNullable()
    table.decimal('temp_c', 5, 2).notNullable()
    table.decimal('humidity_pct', 5, 2)
    table.string('source', 12).notNullable()
    pointsTo(table, 'person_id', 'people')
    table.index(['workspace_id', 'at'])
    table.check('(room_id IS NULL) <> (place_id IS NULL)', [], 'readings_where')
  })
  await knex.schema.alterTable('piece_events', (table) => {
    table.string('milestone', 12)
  })
  await knex.schema.alterTable('resins', (table) => {
    table.string('counts_from', 12).notNullable().defaultTo('stirred')
    table.decimal('slower_pct', 6, 2)
    table.decimal('varies_pct', 5, 2)
  })
  await knex.raw('ALTER TABLE workspaces ALTER COLUMN cure_margin_pct SET DEFAULT 0')
  await knex('workspaces').update({ cure_margin_pct: 0 })
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE workspaces ALTER COLUMN cure_margin_pct SET DEFAULT 10')
  await knex.schema.alterTable('resins', (table) =>
    table.dropColumns('counts_from', 'slower_pct', 'varies_pct'),
  )
  await knex.schema.alterTable('piece_events', (table) => table.dropColumn('milestone'))
  await knex.schema.dropTable('readings')
}
