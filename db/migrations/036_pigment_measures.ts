import type { Knex } from 'knex'

const MEASURES = ['tip_g', 'squirt_g', 'scoop_g'] as const

/** What one of a maker's own measures of a pigment weighs: the tip of a stick, a squirt, a scoop. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('pigments', (table) => {
    for (const measure of MEASURES) {
      table.decimal(measure, 8, 4).nullable()
      table.check(`${measure} IS NULL OR ${measure} > 0`, [], `pigments_${measure}`)
    }
  })
}

export async function down(knex: Knex): Promise<void> {
  for (const measure of MEASURES)
    await knex.raw(`ALTER TABLE pigments DROP CONSTRAINT pigments_${measure}`)
  await knex.schema.alterTable('pigments', (table) => {
    table.dropColumns(...MEASURES)
  })
}
