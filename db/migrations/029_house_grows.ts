import type { Knex } from 'knex'
import { instant, owned, pointsTo, versioned } from '../columns'

/**
 * More of what a house has: moulds that are torn or lent, and how large they are outside; shelves of
 * racks; rooms that are otherwise for a part of the year; materials of any kind; customers; which
 * white went well with which resin; how days and decimals are written.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('moulds', (table) => {
    for (const side of ['width', 'depth', 'height'])
      table.decimal(`outer_${side}_mm`, 10, 3).nullable()
    table.smallint('out_of_use').unsigned().notNullable().defaultTo(0)
    table.string('out_why', 160).notNullable().defaultTo('')
    table.integer('used_before').unsigned().notNullable().defaultTo(0)
    table.check('out_of_use <= count', [], 'moulds_out_of_use')
  })
  await knex.schema.alterTable('rooms', (table) => {
    table.specificType('season_from', 'CHAR(5)').nullable()
    table.specificType('season_until', 'CHAR(5)').nullable()
    table.decimal('season_day_c', 5, 2).nullable()
    table.decimal('season_night_c', 5, 2).nullable()
  })
  await knex.schema.createTable('place_shelves', (table) => {
    owned(table)
    pointsTo(table, 'place_id', 'places', 'CASCADE').notNullable()
    table.tinyint('position').unsigned().notNullable()
    table.decimal('width_mm', 10, 3).notNullable()
    table.decimal('depth_mm', 10, 3).notNullable()
    table.decimal('clear_mm', 10, 3).notNullable()
    table.boolean('is_level').notNullable().defaultTo(true)
    table.check('width_mm > 0 AND depth_mm > 0 AND clear_mm > 0', [], 'place_shelves_size')
  })
  await knex.schema.createTable('materials', (table) => {
    owned(table)
    table.string('name', 120).notNullable()
    table.string('kind', 40).notNullable()
    table.string('unit', 20).notNullable()
    table.decimal('pack_size', 12, 4).notNullable()
    table.decimal('pack_price', 12, 2).notNullable()
    table.string('supplier', 120).notNullable().defaultTo('')
    table.smallint('lead_days').unsigned().notNullable().defaultTo(0)
    table.text('note')
    versioned(table)
    instant(table, 'archived_at').nullable()
    table.unique(['workspace_id', 'name'])
    table.check('pack_size > 0', [], 'materials_pack')
  })
  await knex.schema.createTable('customers', (table) => {
    owned(table)
    table.string('name', 160).notNullable()
    table.string('address', 400).notNullable().defaultTo('')
    table.string('email', 254).notNullable().defaultTo('')
    table.string('phone', 40).notNullable().defaultTo('')
    table.text('note')
    versioned(table)
    instant(table, 'archived_at').nullable()
    table.unique(['workspace_id', 'name'])
  })
  await knex.schema.alterTable('orders', (table) => {
    pointsTo(table, 'customer_id', 'customers', 'RESTRICT').nullable()
  })
  await knex.schema.createTable('pigment_trials', (table) => {
    owned(table)
    pointsTo(table, 'pigment_id', 'pigments', 'CASCADE').notNullable()
    pointsTo(table, 'resin_id', 'resins', 'CASCADE').notNullable()
    table.enum('verdict', ['good', 'poor']).notNullable()
    table.string('note', 400).notNullable().defaultTo('')
    table.unique(['pigment_id', 'resin_id'])
  })
  await knex.schema.alterTable('pigments', (table) => {
    table.text('note')
  })
  await knex.schema.alterTable('workspaces', (table) => {
    table.enum('date_style', ['dmy', 'mdy', 'ymd']).notNullable().defaultTo('dmy')
    table.enum('decimal_mark', ['.', ',']).notNullable().defaultTo('.')
    table.decimal('measure_min', 6, 2).notNullable().defaultTo(4)
    table.decimal('heat_pass_min', 6, 2).notNullable().defaultTo(2)
    table.decimal('pigment_cap_pct', 5, 2).notNullable().defaultTo(10)
  })
  // Whoever was ordered for is a customer.
  await knex.raw(`
    INSERT INTO customers (workspace_id, name)
    SELECT workspace_id, TRIM(customer) FROM orders
    WHERE TRIM(customer) <> '' GROUP BY workspace_id, TRIM(customer)`)
  await knex.raw(`
    UPDATE orders JOIN customers
      ON customers.workspace_id = orders.workspace_id AND customers.name = TRIM(orders.customer)
    SET orders.customer_id = customers.id`)
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('workspaces', (table) => {
    table.dropColumns(
      'date_style',
      'decimal_mark',
      'measure_min',
      'heat_pass_min',
      'pigment_cap_pct',
    )
  })
  await knex.schema.alterTable('pigments', (table) => {
    table.dropColumn('note')
  })
  await knex.schema.dropTable('pigment_trials')
  await knex.schema.alterTable('orders', (table) => {
    table.dropForeign('customer_id')
    table.dropColumn('customer_id')
  })
  for (const table of ['customers', 'materials', 'place_shelves'])
    await knex.schema.dropTable(table)
  await knex.schema.alterTable('rooms', (table) => {
    table.dropColumns('season_from', 'season_until', 'season_day_c', 'season_night_c')
  })
  await knex.raw('ALTER TABLE moulds DROP CONSTRAINT moulds_out_of_use')
  await knex.schema.alterTable('moulds', (table) => {
    table.dropColumns(
      'outer_width_mm',
      'outer_depth_mm',
      'outer_height_mm',
      'out_of_use',
      'out_why',
      'used_before',
    )
  })
}
