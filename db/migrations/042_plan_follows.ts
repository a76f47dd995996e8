import type { Knex } from 'knex'
import { instant } from '../columns'

/** Whether a workshop's plan follows what hands do by itself, and the proposals that do that. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('workspaces', (table) => {
    table.string('plan_follows', 12).notNullable().defaultTo('itself')
  })
  await knex.schema.alterTable('plans', (table) => {
    table.boolean('followed').notNullable().defaultTo(false)
  })
  await knex.schema.alterTable('plan_proposals', (table) => {
    table.boolean('follows').notNullable().defaultTo(false)
    instant(table, 'not_before')
    table.index(['workspace_id', 'follows', 'state'], 'plan_proposals_follows')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('plan_proposals', (table) => {
    table.dropIndex([], 'plan_proposals_follows')
    table.dropColumns('follows', 'not_before')
  })
  await knex.schema.alterTable('plans', (table) => table.dropColumn('followed'))
  await knex.schema.alterTable('workspaces', (table) => table.dropColumn('plan_follows'))
}
