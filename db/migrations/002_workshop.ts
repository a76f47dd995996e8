import type { Knex } from 'knex'
import { owned, pointsTo, versioned } from '../columns'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('rooms', (table) => {
    owned(table)
    table.string('name', 80).notNullable()
    table.decimal('day_c', 5, 2).notNullable()
    table.decimal('night_c', 5, 2).notNullable()
    table.smallint('day_from_min').unsigned().notNullable().defaultTo(420)
    table.smallint('night_from_min').unsigned().notNullable().defaultTo(1260)
    versioned(table)
    table.unique(['workspace_id', 'name'])
    table.check('day_from_min < night_from_min AND night_from_min <= 1440', [], 'rooms_day')
  })
  await knex.schema.createTable('stations', (table) => {
    owned(table)
    pointsTo(table, 'room_id', 'rooms').notNullable()
    table.string('name', 80).notNullable()
    table.string('kind', 40).notNullable()
    table.unique(['workspace_id', 'name'])
  })
  await knex.schema.createTable('places', (table) => {
    owned(table)
    pointsTo(table, 'room_id', 'rooms').notNullable()
    table.string('name', 80).notNullable()
    table.enum('kind', ['rack', 'box']).notNullable()
    table.decimal('area_cm2', 12, 3).notNullable()
    table.decimal('box_c', 5, 2)
    versioned(table)
    table.unique(['workspace_id', 'name'])
    table.check('area_cm2 > 0', [], 'places_area')
    table.check("(kind = 'box') = (box_c IS NOT NULL)", [], 'places_box')
  })
  await knex.schema.createTable('moulds', (table) => {
    owned(table)
    table.string('name', 120).notNullable()
    table.smallint('count').unsigned().notNullable().defaultTo(1)
    table.decimal('price', 12, 2).notNullable().defaultTo(0)
    table.integer('life_uses').unsigned().notNullable().defaultTo(40)
    versioned(table)
    table.unique(['workspace_id', 'name'])
    table.check('life_uses > 0', [], 'moulds_life')
  })
  await knex.schema.createTable('pigments', (table) => {
    owned(table)
    table.string('name', 80).notNullable()
    table.specificType('hex', 'CHAR(7)').notNullable()
    table.enum('form', ['powder', 'paste', 'ink']).notNullable()
    table.decimal('price_per_g', 10, 4).notNullable().defaultTo(0)
    versioned(table)
    table.unique(['workspace_id', 'name'])
  })
  await knex.schema.createTable('resins', (table) => {
    owned(table)
    table.string('name', 120).notNullable()
    table.enum('ratio_basis', ['volume', 'mass']).notNullable()
    table.decimal('ratio_a', 12, 6).notNullable()
    table.decimal('ratio_b', 12, 6).notNullable()
    table.decimal('density_a', 10, 6)
    table.decimal('density_b', 10, 6)
    table.decimal('tolerance_pct', 6, 3).notNullable().defaultTo(3)
    table.enum('pour_first', ['a', 'b']).notNullable().defaultTo('a')
    table.decimal('reference_c', 5, 2).notNullable()
    table.decimal('activation_kj', 8, 3).notNullable()
    table.decimal('reference_pot_g', 10, 3).notNullable()
    table.decimal('mass_exponent', 6, 4).notNullable()
    table.decimal('max_mix_ml', 10, 3).notNullable()
    table.decimal('min_depth_mm', 8, 3).notNullable()
    table.decimal('max_depth_mm', 8, 3).notNullable()
    table.decimal('kit_ml', 12, 3).notNullable()
    table.decimal('kit_price', 12, 2).notNullable()
    table.text('note')
    versioned(table)
    table.unique(['workspace_id', 'name'])
    table.check('ratio_a > 0 AND ratio_b > 0', [], 'resins_ratio')
    table.check('min_depth_mm > 0 AND min_depth_mm <= max_depth_mm', [], 'resins_depth')
    table.check('kit_ml > 0 AND max_mix_ml > 0', [], 'resins_kit')
  })
  await knex.schema.createTable('resin_milestones', (table) => {
    owned(table)
    pointsTo(table, 'resin_id', 'resins', 'CASCADE').notNullable()
    table.string('name', 40).notNullable()
    table.decimal('minutes', 12, 3).notNullable()
    table.unique(['resin_id', 'name'])
    table.check('minutes >= 0', [], 'resin_milestones_minutes')
  })
}

export async function down(knex: Knex): Promise<void> {
  for (const table of [
    'resin_milestones',
    'resins',
    'pigments',
    'moulds',
    'places',
    'stations',
    'rooms',
  ])
    await knex.schema.dropTable(table)
}
