import type { Knex } from 'knex'

/** Columns that every table has: its own key and the workspace it belongs to. */
export function owned(table: Knex.CreateTableBuilder): void {
  table.increments('id')
  table
    .integer('workspace_id')
    .unsigned()
    .notNullable()
    .references('id')
    .inTable('workspaces')
    .onDelete('CASCADE')
}

/** For rows that two people can edit: each save raises the version by one. */
export function versioned(table: Knex.CreateTableBuilder): void {
  table.integer('version').unsigned().notNullable().defaultTo(1)
  table.specificType('updated_at', 'DATETIME(3)').notNullable().defaultTo('1970-01-01 00:00:00.000')
}

export function pointsTo(
  table: Knex.CreateTableBuilder,
  column: string,
  target: string,
  onDelete: 'CASCADE' | 'RESTRICT' | 'SET NULL' = 'RESTRICT',
) {
  const reference = table.integer(column).unsigned()
  reference.references('id').inTable(target).onDelete(onDelete)
  return reference
}

/** An instant in UTC, to the millisecond. */
export const instant = (table: Knex.CreateTableBuilder, column: string) =>
  table.specificType(column, 'DATETIME(3)')
