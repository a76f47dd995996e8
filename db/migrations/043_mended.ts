import type { Knex } from 'knex'
import { owned, pointsTo } from '../columns'

/**
 * What is seen on the faces of a piece and of each piece of a set, second quality, and how pieces
 * are mended: by a line of the same order, whose pieces are those that are mended, and a recipe of
 * their own.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(
    `ALTER TABLE pieces MODIFY state ENUM('curing', 'demoulded', 'good', 'second', 'rework', 'lost') NOT NULL`,
  )
  await knex.schema.alterTable('pieces', (table) => {
    pointsTo(table, 'mends_id', 'pieces', 'CASCADE')
    table.string('mends_part', 80).notNullable().defaultTo('')
  })
  await knex.schema.alterTable('order_lines', (table) => {
    table.boolean('mends').notNullable().defaultTo(false)
  })
  await knex.schema.alterTable('piece_events', (table) => {
    table.string('part', 80).notNullable().defaultTo('')
    table.string('face', 10)
    table.string('defect', 16)
    table.decimal('x', 4, 3)
    table.decimal('y', 4, 3)
    table.string('route', 24)
  })
  await knex.schema.createTable('mending_recipes', (table) => {
    owned(table)
    pointsTo(table, 'recipe_id', 'recipes', 'CASCADE').notNullable()
    table.string('route', 24).notNullable()
    table.string('part', 80).notNullable()
    pointsTo(table, 'by_recipe_id', 'recipes', 'CASCADE').notNullable()
    table.unique(['recipe_id', 'route', 'part'])
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('mending_recipes')
  await knex.schema.alterTable('piece_events', (table) =>
    table.dropColumns('part', 'face', 'defect', 'x', 'y', 'route'),
  )
  await knex.schema.alterTable('order_lines', (table) => table.dropColumn('mends'))
  await knex.schema.alterTable('pieces', (table) => {
    table.dropForeign('mends_id')
    table.dropColumns('mends_id', 'mends_part')
  })
  await knex('pieces').where({ state: 'second' }).update({ state: 'good' })
  await knex.raw(
    `ALTER TABLE pieces MODIFY state ENUM('curing', 'demoulded', 'good', 'rework', 'lost') NOT NULL`,
  )
}
