import type { Knex } from 'knex'

const RATES = ['guest_area_rate', 'guest_box_rate', 'guest_help_rate']

/** What guests pay for room, the box and a hand. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('workspaces', (table) => {
    for (const rate of RATES) table.decimal(rate, 10, 2).notNullable().defaultTo(0)
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('workspaces', (table) => table.dropColumns(...RATES))
}
