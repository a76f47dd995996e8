import type { Knex } from 'knex'

/**
 * A heated box may run for some hours of each day only, without any it runs day and night; plans
 * know when that was changed.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(
    "UPDATE plans SET terms = JSON_INSERT(terms, '$.boxOn', JSON_ARRAY(), '$.boxOff', JSON_ARRAY())",
  )
  await knex.raw(
    "UPDATE plan_proposals SET ask = JSON_INSERT(ask, '$.terms.boxOn', JSON_ARRAY(), '$.terms.boxOff', JSON_ARRAY()), outcome = JSON_INSERT(outcome, '$.terms.boxOn', JSON_ARRAY(), '$.terms.boxOff', JSON_ARRAY())",
  )
  await knex.schema.alterTable('places', (table) => {
    table.smallint('runs_from_min').unsigned()
    table.smallint('runs_until_min').unsigned()
    table.check('(runs_from_min IS NULL) = (runs_until_min IS NULL)', [], 'places_runs_both')
    table.check(
      "runs_from_min IS NULL OR (kind = 'box' AND runs_from_min < runs_until_min AND runs_until_min <= 1440)",
      [],
      'places_runs',
    )
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw("UPDATE plans SET terms = JSON_REMOVE(terms, '$.boxOn', '$.boxOff')")
  await knex.raw(
    "UPDATE plan_proposals SET ask = JSON_REMOVE(ask, '$.terms.boxOn', '$.terms.boxOff'), outcome = JSON_REMOVE(outcome, '$.terms.boxOn', '$.terms.boxOff')",
  )
  await knex.raw('ALTER TABLE places DROP CONSTRAINT places_runs_both, DROP CONSTRAINT places_runs')
  await knex.schema.alterTable('places', (table) => {
    table.dropColumns('runs_from_min', 'runs_until_min')
  })
}
