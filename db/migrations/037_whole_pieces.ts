import type { Knex } from 'knex'
import { owned, pointsTo } from '../columns'

const JOINS = ['tack', 'sand', 'either', 'plain']
const FROM_A_MOULD = JSON.stringify({ of: 'mould', materialId: null, words: '' })

const joins = (knex: Knex, kinds: readonly string[]) =>
  knex.schema.alterTable('recipe_layers', (table) => {
    table.enum('joins', kinds).notNullable().defaultTo('either').alter()
  })

/**
 * Layers that lie on one side of a piece, or cure in the heated box; recipes that begin with a base or
 * a piece that is there; which materials a recipe takes; which joints of a plan are sanded; and what a
 * customer asked for in their own words.
 */
export async function up(knex: Knex): Promise<void> {
  await joins(knex, [...JOINS, 'wet'])
  await knex.schema.alterTable('recipe_layers', (table) => {
    table.enum('side', ['inside', 'face', 'back', 'sides']).notNullable().defaultTo('inside')
    table.decimal('covers_pct', 6, 3).notNullable().defaultTo(100)
    table.boolean('is_heated').notNullable().defaultTo(false)
    table.check('covers_pct > 0 AND covers_pct <= 100', [], 'recipe_layers_covers')
  })
  await knex.schema.alterTable('recipes', (table) => {
    table.json('start').notNullable().defaultTo(FROM_A_MOULD)
    table.enum('front', ['underside', 'upside']).notNullable().defaultTo('underside')
  })
  // What lies in no mould shows what lay open.
  await knex('recipes').whereNull('mould_id').update({ front: 'upside' })
  await knex.schema.createTable('recipe_materials', (table) => {
    owned(table)
    pointsTo(table, 'recipe_id', 'recipes', 'CASCADE').notNullable()
    pointsTo(table, 'material_id', 'materials').notNullable()
    table.unique(['recipe_id', 'material_id'])
  })
  await knex.schema.alterTable('plans', (table) => {
    // Of which of a line's joints were sanded nothing is known.
    table.dropColumn('sand_lines')
    table.json('sanded_joints').notNullable().defaultTo('[]')
  })
  await knex.schema.alterTable('orders', (table) => {
    table.text('wish')
  })
}

const ADDED = ['after', 'awayMin', 'personId', 'uses', 'keeps', 'asks', 'isOptional']

/** Courses as they were kept before: plain lists, without what entries could not say then. */
async function plainCourses(knex: Knex): Promise<void> {
  const recipes = (await knex('recipes').select('id', 'course')) as { id: number; course: string }[]
  for (const { id, course } of recipes) {
    const kept = JSON.parse(course) as object[] | { is: object[] }
    const entries = Array.isArray(kept) ? kept : kept.is
    const plain = entries.map((entry) =>
      Object.fromEntries(Object.entries(entry).filter(([name]) => !ADDED.includes(name))),
    )
    await knex('recipes')
      .where({ id })
      .update({ course: JSON.stringify(plain) })
  }
}

export async function down(knex: Knex): Promise<void> {
  await plainCourses(knex)
  await knex.schema.alterTable('orders', (table) => table.dropColumn('wish'))
  await knex.schema.alterTable('plans', (table) => {
    table.dropColumn('sanded_joints')
    table.json('sand_lines').notNullable().defaultTo('[]')
  })
  await knex.schema.dropTable('recipe_materials')
  await knex.schema.alterTable('recipes', (table) => table.dropColumns('start', 'front'))
  await knex.raw('ALTER TABLE recipe_layers DROP CONSTRAINT recipe_layers_covers')
  await knex.schema.alterTable('recipe_layers', (table) =>
    table.dropColumns('side', 'covers_pct', 'is_heated'),
  )
  await knex('recipe_layers').where({ joins: 'wet' }).update({ joins: 'plain' })
  await joins(knex, JOINS)
}
