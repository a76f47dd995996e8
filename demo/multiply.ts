import type { Knex } from 'knex'

/**
 * What grows with the years, parents before children; people, stores and recipes stay as they are.
 */
const GROWING = [
  'orders',
  'order_lines',
  'pots',
  'plan_tasks',
  'runs',
  'run_events',
  'pieces',
  'piece_events',
] as const
/** Copies take their keys from ranges that the originals do not reach. */
const KEY_RANGE = 1_000_000

interface Column {
  name: string
  /** The table it points to, if any. */
  target: string | null
}

async function columnsOf(knex: Knex, table: string): Promise<Column[]> {
  return (await knex('information_schema.columns as c')
    .leftJoin('information_schema.key_column_usage as k', (on) =>
      on
        .on('k.table_schema', 'c.table_schema')
        .andOn('k.table_name', 'c.table_name')
        .andOn('k.column_name', 'c.column_name')
        .andOnNotNull('k.referenced_table_name'),
    )
    .whereRaw('c.table_schema = database()')
    .where('c.table_name', table)
    .orderBy('c.ordinal_position')
    .select('c.column_name as name', 'k.referenced_table_name as target')) as Column[]
}

/**
 * The keys within a unique index that do not point to a copied row have to differ between copies.
 */
const sourceOf = (table: string, { name, target }: Column): string => {
  const isRecorded = table === 'plan_tasks' && (name === 'order_line_id' || name === 'pot_id')
  if (name === 'id' || isRecorded || (GROWING as readonly (string | null)[]).includes(target))
    return '?? + ?'
  if (table === 'plan_tasks' && (name === 'task_key' || name === 'with_key')) return 'concat(??, ?)'
  return '??'
}

/**
 * Copies all orders with everything made of them until there are `times` as many, to see how the
 * application bears years of work.
 * @param times how many times the present amount, at least 1
 */
export async function multiplyHistory(knex: Knex, times: number): Promise<void> {
  for (const table of GROWING) {
    const columns = await columnsOf(knex, table)
    const most = ((await knex(table).max('id as id').first()) as { id: number }).id
    for (let copy = 1; copy < times; copy++) {
      const sources = columns.map((column) => sourceOf(table, column))
      const bindings = columns.flatMap(({ name }, i) =>
        sources[i]?.includes(' ?')
          ? [name, sources[i]?.startsWith('concat') ? `.${copy}` : copy * KEY_RANGE]
          : [name],
      )
      await knex.raw(
        `insert into ?? (${columns.map(() => '??').join(', ')}) select ${sources.join(', ')} from ?? where id <= ?`,
        [table, ...columns.map(({ name }) => name), ...bindings, table, most],
      )
    }
  }
}
