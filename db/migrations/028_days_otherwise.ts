import type { Knex } from 'knex'
import { instant, owned, pointsTo, versioned } from '../columns'

/**
 * Time as it is really kept: shifts that come round only every few weeks, days on which somebody is
 * away or there at other hours, and days on which the workshop is closed.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('shift_rounds', (table) => {
    owned(table)
    pointsTo(table, 'person_id', 'people', 'CASCADE').notNullable()
    table.tinyint('weekday').unsigned().notNullable()
    table.smallint('from_min').unsigned().notNullable()
    table.smallint('to_min').unsigned().notNullable()
    table.tinyint('every_weeks').unsigned().notNullable()
    table.date('first_day').notNullable()
    table.check('weekday BETWEEN 1 AND 7', [], 'shift_rounds_weekday')
    table.check('from_min < to_min AND to_min <= 1440', [], 'shift_rounds_order')
    table.check('every_weeks BETWEEN 2 AND 8', [], 'shift_rounds_weeks')
  })
  await knex.schema.createTable('shift_exceptions', (table) => {
    owned(table)
    pointsTo(table, 'person_id', 'people', 'CASCADE').notNullable()
    table.date('first_day').notNullable()
    table.date('last_day').notNullable()
    table.smallint('from_min').unsigned().nullable()
    table.smallint('to_min').unsigned().nullable()
    table.string('note', 160).notNullable().defaultTo('')
    table.check('first_day <= last_day', [], 'shift_exceptions_days')
    table.check(
      '(from_min IS NULL) = (to_min IS NULL) AND (from_min IS NULL OR from_min < to_min)',
      [],
      'shift_exceptions_order',
    )
  })
  await knex.schema.createTable('holidays', (table) => {
    owned(table)
    table.string('name', 80).notNullable()
    table.date('first_day').notNullable()
    table.date('last_day').notNullable()
    versioned(table)
    instant(table, 'archived_at').nullable()
    table.unique(['workspace_id', 'name'])
    table.check('first_day <= last_day', [], 'holidays_order')
  })
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['holidays', 'shift_exceptions', 'shift_rounds'])
    await knex.schema.dropTable(table)
}
