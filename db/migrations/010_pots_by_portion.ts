import type { Knex } from 'knex'
import { pointsTo } from '../columns'

/**
 * Which layer of which order a pot pours is said by its portions from here on; whether people
 * gathered it, by itself.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('pots', (table) => {
    table.dropForeign(['order_line_id'])
    table.dropForeign(['layer_id'])
  })
  await knex.schema.alterTable('pots', (table) => {
    table.dropUnique(['order_line_id', 'layer_id', 'part_no'])
    table.dropColumns('order_line_id', 'layer_id', 'part_no', 'first_piece', 'pieces')
    table.boolean('gathered').notNullable().defaultTo(false)
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('pots', (table) => {
    pointsTo(table, 'order_line_id', 'order_lines')
    pointsTo(table, 'layer_id', 'recipe_layers')
    table.smallint('part_no').unsigned().notNullable().defaultTo(1)
    table.smallint('first_piece').unsigned().notNullable().defaultTo(1)
    table.smallint('pieces').unsigned().notNullable().defaultTo(1)
    table.dropColumn('gathered')
  })
  await knex.raw(`
    UPDATE pots p JOIN (
      SELECT pot_id, order_line_id, layer_id, first_piece, pieces, ROW_NUMBER() OVER (PARTITION BY order_line_id, layer_id ORDER BY pot_id) AS part_no
      FROM pot_portions WHERE id IN (SELECT MIN(id) FROM pot_portions GROUP BY pot_id)
    ) f ON f.pot_id = p.id
    SET p.order_line_id = f.order_line_id, p.layer_id = f.layer_id, p.first_piece = f.first_piece, p.pieces = f.pieces, p.part_no = f.part_no`)
  await knex.schema.alterTable('pots', (table) =>
    table.unique(['order_line_id', 'layer_id', 'part_no']),
  )
}
