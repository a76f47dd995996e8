import type { Knex } from 'knex'
import { instant } from '../columns'

/** Proposals are worked out by whichever server claims them, for as long as it renews its lease. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('plan_proposals', (table) => {
    table.string('worker', 36).nullable()
    instant(table, 'lease_until').nullable()
    instant(table, 'started_at').nullable()
    table.decimal('progress', 5, 4).notNullable().defaultTo(0)
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('plan_proposals', (table) => {
    table.dropColumns('worker', 'lease_until', 'started_at', 'progress')
  })
}
