import type { Knex } from 'knex'

export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('moulds', (table) => {
    table.decimal('filler_least_mm', 8, 3)
    table.decimal('filler_greatest_mm', 8, 3)
    table.check('(filler_least_mm IS NULL) = (filler_greatest_mm IS NULL)', [], 'moulds_filler')
    table.check(
      'filler_least_mm > 0 AND filler_least_mm <= filler_greatest_mm',
      [],
      'moulds_filler_range',
    )
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('moulds', (table) => {
    table.dropChecks(['moulds_filler', 'moulds_filler_range'])
    table.dropColumns('filler_least_mm', 'filler_greatest_mm')
  })
}
