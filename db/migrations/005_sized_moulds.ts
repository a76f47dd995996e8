import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('moulds', (table) => {
    table.json('shape')
    table.enum('sized_how', ['measures', 'water', 'photograph', 'drawing', 'mesh'])
    table.string('sized_from', 400)
    table.check('(shape IS NULL) = (sized_how IS NULL)', [], 'moulds_sized')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('moulds', (table) => {
    table.dropChecks(['moulds_sized'])
    table.dropColumns('shape', 'sized_how', 'sized_from')
  })
}
