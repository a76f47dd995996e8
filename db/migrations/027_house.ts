import type { Knex } from 'knex'
import { instant, owned, pointsTo, versioned } from '../columns'

const ARCHIVED = ['rooms', 'stations', 'places', 'moulds', 'pigments', 'resins', 'people']

/**
 * A workshop of one's own: what the house has can be edited by two people at once and be put away
 * without being forgotten; people come by an invitation, and have no password before. Of all
 * workshops only one can be the first.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('stations', (table) => versioned(table))
  for (const name of ARCHIVED)
    await knex.schema.alterTable(name, (table) => {
      instant(table, 'archived_at').nullable()
    })
  await knex.schema.alterTable('people', (table) => {
    table.string('password_hash', 255).nullable().alter()
  })
  await knex.schema.alterTable('workspaces', (table) => {
    table.boolean('is_first').nullable().unique()
    table.check('is_first IS NULL OR is_first = 1', [], 'workspaces_first')
  })
  await knex.schema.createTable('invitations', (table) => {
    owned(table)
    pointsTo(table, 'person_id', 'people', 'CASCADE').notNullable().unique()
    table.specificType('token_hash', 'CHAR(64)').notNullable().unique()
    instant(table, 'expires_at').notNullable()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('invitations')
  await knex.raw('ALTER TABLE workspaces DROP CONSTRAINT workspaces_first')
  await knex.schema.alterTable('workspaces', (table) => {
    table.dropColumn('is_first')
  })
  await knex('people').whereNull('password_hash').update({ password_hash: '' })
  await knex.schema.alterTable('people', (table) => {
    table.string('password_hash', 255).notNullable().alter()
  })
  for (const name of ARCHIVED)
    await knex.schema.alterTable(name, (table) => {
      table.dropColumn('archived_at')
    })
  await knex.schema.alterTable('stations', (table) => {
    table.dropColumns('version', 'updated_at')
  })
}
