import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('pigments', (table) => {
    table.decimal('density', 8, 4)
    table.decimal('bulk_density', 8, 4)
    table.decimal('drop_ml', 8, 4)
    table.check('density > 0', [], 'pigments_density')
    table.check('bulk_density > 0', [], 'pigments_bulk_density')
    table.check('drop_ml > 0', [], 'pigments_drop')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('pigments', (table) => {
    table.dropChecks(['pigments_density', 'pigments_bulk_density', 'pigments_drop'])
    table.dropColumns('density', 'bulk_density', 'drop_ml')
  })
}
