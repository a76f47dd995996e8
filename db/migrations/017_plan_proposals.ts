import type { Knex } from 'knex'
import { instant, owned, pointsTo } from '../columns'

const NO_TERMS = '{"pins":[],"away":[],"extra":[],"deliveries":[]}'

/**
 * Plans know what they were made on and after which; changes are proposed, worked out in a queue,
 * and accepted.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('plans', (table) => {
    table.json('terms').notNullable().defaultTo(NO_TERMS)
    // Lines whose open layers are sanded, as the planner chose.
    table.json('sand_lines').notNullable().defaultTo('[]')
    pointsTo(table, 'based_on', 'plans', 'SET NULL')
    pointsTo(table, 'restores', 'plans', 'SET NULL')
  })
  await knex.schema.createTable('plan_proposals', (table) => {
    owned(table)
    pointsTo(table, 'asked_by', 'people').notNullable()
    instant(table, 'asked_at').notNullable()
    pointsTo(table, 'base_plan_id', 'plans', 'SET NULL')
    table
      .enum('state', ['waiting', 'running', 'done', 'failed', 'cancelled', 'accepted'])
      .notNullable()
      .defaultTo('waiting')
    table.json('ask').notNullable()
    table.text('message')
    table.json('outcome')
    table.index(['workspace_id', 'state'])
    table.index(['state'])
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('plan_proposals')
  await knex.schema.alterTable('plans', (table) => {
    table.dropForeign(['based_on'])
    table.dropForeign(['restores'])
    table.dropColumns('terms', 'sand_lines', 'based_on', 'restores')
  })
}
