import type { Knex } from 'knex'
import { instant, owned, pointsTo } from '../columns'

/**
 * Addresses under which calendars outside fetch the plan: one for each person and one for the
 * workshop.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('calendar_feeds', (table) => {
    owned(table)
    pointsTo(table, 'made_by', 'people', 'CASCADE').notNullable()
    // Whose tasks it shows; null for the whole workshop.
    pointsTo(table, 'person_id', 'people', 'CASCADE')
    table.specificType('secret_hash', 'CHAR(64)').notNullable().unique()
    instant(table, 'made_at').notNullable()
    table.index(['workspace_id', 'person_id'])
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('calendar_feeds')
}
