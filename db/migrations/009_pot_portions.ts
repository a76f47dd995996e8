import type { Knex } from 'knex'
import { owned, pointsTo } from '../columns'

/** What each pot pours: one pot can serve layers of several orders. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('pot_portions', (table) => {
    owned(table)
    pointsTo(table, 'pot_id', 'pots', 'CASCADE').notNullable()
    pointsTo(table, 'order_line_id', 'order_lines').notNullable()
    pointsTo(table, 'layer_id', 'recipe_layers').notNullable()
    table.smallint('first_piece').unsigned().notNullable()
    table.smallint('pieces').unsigned().notNullable()
    table.decimal('poured_ml', 12, 4).notNullable()
    table.unique(['pot_id', 'order_line_id', 'layer_id', 'first_piece'])
    table.index(['order_line_id', 'layer_id'])
    table.check('pieces > 0', [], 'pot_portions_pieces')
  })
  await knex.raw(`
    INSERT INTO pot_portions (workspace_id, pot_id, order_line_id, layer_id, first_piece, pieces, poured_ml)
    SELECT p.workspace_id, p.id, p.order_line_id, p.layer_id, p.first_piece, p.pieces, GREATEST(0, p.need_ml / (1 + w.reserve_pct / 100) - l.cups * w.per_cup_ml)
    FROM pots p JOIN workspaces w ON w.id = p.workspace_id JOIN recipe_layers l ON l.id = p.layer_id`)
}

export const down = (knex: Knex) => knex.schema.dropTable('pot_portions')
