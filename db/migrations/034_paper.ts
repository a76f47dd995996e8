import type { Knex } from 'knex'

/** What a workshop prints its cards and labels on. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('workspaces', (table) => {
    table.enum('card_paper', ['a4', 'a5', 'letter']).notNullable().defaultTo('a4')
    table.enum('label_paper', ['100x150', '4x6', '3x4']).notNullable().defaultTo('100x150')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('workspaces', (table) => {
    table.dropColumns('card_paper', 'label_paper')
  })
}
