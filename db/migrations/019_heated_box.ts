import type { Knex } from 'knex'

/** Plans know which lines' cures they put into the heated box. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('plans', (table) => {
    table.json('box_lines').notNullable().defaultTo('[]')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('plans', (table) => {
    table.dropColumn('box_lines')
  })
}
