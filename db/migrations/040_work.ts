import type { Knex } from 'knex'
import { instant, owned, pointsTo } from '../columns'

/** What hands tell of their work, other than mixing and pouring; and which work a planned task is. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('work_events', (table) => {
    owned(table)
    pointsTo(table, 'order_line_id', 'order_lines', 'CASCADE').notNullable()
    table.string('client_key', 36).notNullable()
    table.string('kind', 12).notNullable()
    table.string('what', 80).notNullable()
    table.smallint('visit').unsigned()
    table.string('layer', 80)
    table.smallint('first_piece').unsigned().notNullable()
    table.smallint('pieces').unsigned().notNullable()
    instant(table, 'at').notNullable()
    pointsTo(table, 'person_id', 'people').notNullable()
    instant(table, 'told_at').notNullable()
    pointsTo(table, 'told_by', 'people').notNullable()
    instant(table, 'until_at')
    table.decimal('took_min', 8, 2)
    table.decimal('planned_min', 8, 2)
    table.text('reason')
    table.text('answer')
    table.decimal('amount', 14, 4)
    table.unique(['workspace_id', 'client_key'])
    table.index(['workspace_id', 'at'])
    table.check('pieces > 0', [], 'work_events_pieces')
  })
  await knex.schema.alterTable('plan_tasks', (table) => {
    table.json('does')
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('plan_tasks', (table) => table.dropColumn('does'))
  await knex.schema.dropTable('work_events')
}
