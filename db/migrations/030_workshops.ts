import type { Knex } from 'knex'

/**
 * Several workshops in one installation: whoever belongs to several is one row in each, of one
 * account; a made-up one is there to look around in, and can be thrown away.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('people', (table) => {
    table.specificType('account', 'CHAR(36)').nullable().index()
  })
  await knex.schema.alterTable('workspaces', (table) => {
    table.boolean('is_made_up').notNullable().defaultTo(false)
    // How far the made-up past of one has been lived through.
    table.tinyint('furnished_pct').unsigned().notNullable().defaultTo(100)
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('workspaces', (table) => {
    table.dropColumns('is_made_up', 'furnished_pct')
  })
  await knex.schema.alterTable('people', (table) => {
    table.dropColumn('account')
  })
}
