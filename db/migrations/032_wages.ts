import type { Knex } from 'knex'

/** Somebody's own wage; without one an hour of theirs costs what the rules say. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('people', (table) => {
    table.decimal('wage', 10, 2).nullable()
    table.check('wage IS NULL OR wage >= 0', [], 'people_wage')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE people DROP CONSTRAINT people_wage')
  await knex.schema.alterTable('people', (table) => {
    table.dropColumn('wage')
  })
}
