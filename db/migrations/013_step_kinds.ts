import type { Knex } from 'knex'

/**
 * Steps say what kind of work they are, which layer they belong to, and how long what they leave
 * dries or holds.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('recipe_steps', (table) => {
    table.string('kind', 24).notNullable().defaultTo('other')
    table.tinyint('layer_index').unsigned().notNullable().defaultTo(0)
    table.json('at_min').notNullable().defaultTo('[]')
    table.decimal('piece_min', 8, 3).notNullable().defaultTo(0)
    table.decimal('batch_min', 8, 3).notNullable().defaultTo(0)
    table.decimal('dry_min', 8, 3).notNullable().defaultTo(0)
    table.decimal('holds_min', 8, 3)
    table.string('needs', 200).notNullable().defaultTo('')
    table.enum('phase', ['before', 'curing', 'after']).notNullable().alter()
  })
  await knex('recipe_steps')
    .where({ per: 'piece' })
    .update({ piece_min: knex.ref('minutes') })
  await knex('recipe_steps')
    .where({ per: 'batch' })
    .update({ batch_min: knex.ref('minutes') })
  await knex('recipe_steps').where({ demoulds: true }).update({ kind: 'demould' })
  await knex.schema.alterTable('recipe_steps', (table) => table.dropColumns('minutes', 'per'))
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('recipe_steps', (table) => {
    table.decimal('minutes', 8, 3).notNullable().defaultTo(1)
    table.enum('per', ['piece', 'batch']).notNullable().defaultTo('piece')
  })
  await knex('recipe_steps')
    .where('piece_min', '>', 0)
    .update({ minutes: knex.ref('piece_min') })
  await knex('recipe_steps')
    .where('piece_min', 0)
    .update({ minutes: knex.ref('batch_min'), per: 'batch' })
  await knex('recipe_steps').where({ phase: 'curing' }).update({ phase: 'after' })
  await knex.schema.alterTable('recipe_steps', (table) => {
    table.dropColumns(
      'kind',
      'layer_index',
      'at_min',
      'piece_min',
      'batch_min',
      'dry_min',
      'holds_min',
      'needs',
    )
    table.enum('phase', ['before', 'after']).notNullable().alter()
  })
}
