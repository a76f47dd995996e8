import type { Knex } from 'knex'
import { instant, owned, pointsTo, versioned } from '../columns'

/** The columns by which a row is about one ware. */
function ofWare(table: Knex.CreateTableBuilder, name: string): void {
  pointsTo(table, 'resin_id', 'resins', 'CASCADE')
  pointsTo(table, 'pigment_id', 'pigments', 'CASCADE')
  pointsTo(table, 'material_id', 'materials', 'CASCADE')
  table.check(
    '(resin_id IS NOT NULL) + (pigment_id IS NOT NULL) + (material_id IS NOT NULL) = 1',
    [],
    name,
  )
}

/** How wares are bought, what was ordered, and which bottles came of it. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('buying_terms', (table) => {
    owned(table)
    versioned(table)
    ofWare(table, 'buying_terms_of_one')
    table.string('supplier', 120).notNullable().defaultTo('')
    table.decimal('least', 14, 4).notNullable().defaultTo(0)
    table.decimal('pack_size', 14, 4)
    table.smallint('lead_days').unsigned()
    table.unique(['workspace_id', 'resin_id'])
    table.unique(['workspace_id', 'pigment_id'])
    table.unique(['workspace_id', 'material_id'])
    table.check('least >= 0', [], 'buying_terms_least')
  })
  await knex.schema.createTable('purchases', (table) => {
    owned(table)
    versioned(table)
    table.string('supplier', 120).notNullable()
    instant(table, 'ordered_at').notNullable()
    pointsTo(table, 'ordered_by', 'people').notNullable()
    table.date('due_on').notNullable()
    table.string('note', 400).notNullable().defaultTo('')
    instant(table, 'closed_at')
    table.index(['workspace_id', 'closed_at'])
  })
  await knex.schema.createTable('purchase_lines', (table) => {
    owned(table)
    pointsTo(table, 'purchase_id', 'purchases', 'CASCADE').notNullable()
    ofWare(table, 'purchase_lines_of_one')
    table.smallint('packs').unsigned().notNullable()
    table.decimal('pack_size', 14, 4).notNullable()
    table.decimal('pack_price', 12, 2)
    table.check('packs > 0', [], 'purchase_lines_packs')
  })
  await knex.schema.alterTable('stock_lots', (table) => {
    pointsTo(table, 'purchase_line_id', 'purchase_lines', 'SET NULL')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('stock_lots', (table) => {
    table.dropForeign('purchase_line_id')
    table.dropColumn('purchase_line_id')
  })
  await knex.schema.dropTable('purchase_lines')
  await knex.schema.dropTable('purchases')
  await knex.schema.dropTable('buying_terms')
}
