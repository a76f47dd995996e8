import type { Knex } from 'knex'
import { pointsTo } from '../columns'

/**
 * A plan tells what was planned, whatever becomes of its pots and lines: the numbers of those are
 * kept without a foreign key that would take the task along, and the order stands beside them.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('plan_tasks', (table) => {
    table.dropForeign('order_line_id')
    table.dropForeign('pot_id')
    pointsTo(table, 'order_id', 'orders')
  })
  await knex.raw(
    'UPDATE plan_tasks JOIN order_lines ON order_lines.id = plan_tasks.order_line_id SET plan_tasks.order_id = order_lines.order_id',
  )
  await knex.schema.alterTable('plan_tasks', (table) => {
    table.integer('order_id').unsigned().notNullable().alter()
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(
    'DELETE FROM plan_tasks WHERE order_line_id NOT IN (SELECT id FROM order_lines) OR pot_id NOT IN (SELECT id FROM pots)',
  )
  await knex.schema.alterTable('plan_tasks', (table) => {
    table.dropForeign('order_id')
    table.dropColumn('order_id')
    table.foreign('order_line_id').references('id').inTable('order_lines').onDelete('CASCADE')
    table.foreign('pot_id').references('id').inTable('pots').onDelete('CASCADE')
  })
}
