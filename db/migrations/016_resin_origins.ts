import type { Knex } from 'knex'

const SCORES = ['clarity', 'yellowing', 'smell'] as const

/** The rest of what a resin is chosen by, further kits, and where each of its figures came from. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('resins', (table) => {
    table.decimal('viscosity_a', 10, 1)
    table.decimal('viscosity_b', 10, 1)
    for (const score of SCORES) {
      table.tinyint(score).unsigned()
      table.check(`${score} BETWEEN 1 AND 5`, [], `resins_${score}`)
    }
    table.json('other_kits').notNullable().defaultTo('[]')
    table.json('origins').notNullable().defaultTo('{}')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('resins', (table) => {
    table.dropChecks(SCORES.map((score) => `resins_${score}`))
    table.dropColumns('viscosity_a', 'viscosity_b', ...SCORES, 'other_kits', 'origins')
  })
}
