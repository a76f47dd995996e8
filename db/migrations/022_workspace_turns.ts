import type { Knex } from 'knex'

/**
 * Whoever changes what pots and plans are made of takes the workshop's turn: a row that nothing
 * points to. The row of the workshop itself is held in share by every row that is written for it,
 * and who wants it alone waits for them all, or they for each other.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('workspace_turns', (table) => {
    table
      .integer('workspace_id')
      .unsigned()
      .primary()
      .references('id')
      .inTable('workspaces')
      .onDelete('CASCADE')
  })
  await knex.raw('INSERT INTO workspace_turns SELECT id FROM workspaces')
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('workspace_turns')
}
