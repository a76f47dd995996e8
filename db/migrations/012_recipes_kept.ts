import type { Knex } from 'knex'

/** Layers that have left their recipe come behind all others when this is taken back. */
const BEHIND = 10_000

/**
 * A recipe can be put away; a layer that was poured and then left out of its recipe stays for the
 * record, without a position; an order line that has been begun keeps the version it began with.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('recipes', (table) =>
    table.boolean('archived').notNullable().defaultTo(false),
  )
  await knex.schema.alterTable('recipe_layers', (table) =>
    table.smallint('position').unsigned().nullable().alter(),
  )
  await knex.schema.alterTable('order_lines', (table) => table.integer('recipe_version').unsigned())
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('order_lines', (table) => table.dropColumn('recipe_version'))
  await knex('recipe_layers')
    .whereNull('position')
    .update({ position: knex.raw('? + id', [BEHIND]) })
  await knex.schema.alterTable('recipe_layers', (table) =>
    table.smallint('position').unsigned().notNullable().alter(),
  )
  await knex.schema.alterTable('recipes', (table) => table.dropColumn('archived'))
}
