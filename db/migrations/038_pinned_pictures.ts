import type { Knex } from 'knex'
import { instant, owned, pointsTo } from '../columns'

/** Drawings and photographs that are pinned to a recipe or to an order. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('pinned_pictures', (table) => {
    owned(table)
    pointsTo(table, 'recipe_id', 'recipes', 'CASCADE')
    pointsTo(table, 'order_id', 'orders', 'CASCADE')
    pointsTo(table, 'person_id', 'people').notNullable()
    instant(table, 'pinned_at').notNullable()
    table.smallint('width_px').unsigned().notNullable()
    table.smallint('height_px').unsigned().notNullable()
    table.specificType('webp', 'MEDIUMBLOB').notNullable()
    table.check('(recipe_id IS NULL) <> (order_id IS NULL)', [], 'pinned_pictures_to_one')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('pinned_pictures')
}
