import type { Knex } from 'knex'
import { instant, owned, pointsTo, versioned } from '../columns'

interface Kept {
  id: number
  name: string
  workspace_id: number
  ratio_basis: 'volume' | 'mass'
  ratio_a: string
  ratio_b: string
  density_a: string | null
  density_b: string | null
  stock_ml: string
  updated_at: Date
}

/**
 * The stores as a ledger: bottles, and what came into and went out of them. What was typed as the
 * stock of a resin becomes a bottle of each part with that in it.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('stock_lots', (table) => {
    owned(table)
    versioned(table)
    pointsTo(table, 'resin_id', 'resins')
    table.enum('part', ['a', 'b'])
    pointsTo(table, 'pigment_id', 'pigments')
    pointsTo(table, 'material_id', 'materials')
    table.string('code', 40).notNullable()
    table.string('unit', 24).notNullable()
    table.decimal('size', 14, 4).notNullable()
    table.decimal('density', 8, 4)
    table.decimal('price', 12, 2)
    table.string('supplier', 120).notNullable().defaultTo('')
    table.date('bought_on')
    instant(table, 'opened_at')
    table.date('use_by')
    table.smallint('keeps_days').unsigned()
    table.string('stands', 120).notNullable().defaultTo('')
    table.unique(['workspace_id', 'code'])
    table.check(
      '(resin_id IS NOT NULL) + (pigment_id IS NOT NULL) + (material_id IS NOT NULL) = 1 AND (resin_id IS NULL) = (part IS NULL)',
      [],
      'stock_lots_of_one',
    )
    table.check('size >= 0', [], 'stock_lots_size')
  })
  await knex.schema.createTable('stock_movements', (table) => {
    owned(table)
    pointsTo(table, 'lot_id', 'stock_lots').notNullable()
    table.string('kind', 12).notNullable()
    table.decimal('amount', 14, 4).notNullable()
    instant(table, 'at').notNullable()
    instant(table, 'told_at').notNullable()
    pointsTo(table, 'person_id', 'people')
    pointsTo(table, 'run_id', 'runs')
    pointsTo(table, 'order_line_id', 'order_lines', 'SET NULL')
    table.string('cause', 200).notNullable().defaultTo('')
    pointsTo(table, 'undoes_id', 'stock_movements', 'CASCADE')
    table.string('note', 400).notNullable().defaultTo('')
    table.string('client_key', 36)
    table.unique(['workspace_id', 'client_key'])
    table.unique(['undoes_id'])
    table.index(['workspace_id', 'lot_id'])
    table.index(['workspace_id', 'run_id'])
    table.index(['workspace_id', 'order_line_id'])
    table.index(['workspace_id', 'at'])
  })
  for (const resin of (await knex('resins').where('stock_ml', '>', 0)) as Kept[])
    for (const part of ['a', 'b'] as const) await takeOver(knex, resin, part)
  await knex.schema.alterTable('resins', (table) => {
    table.dropChecks(['resins_stock'])
    table.dropColumn('stock_ml')
  })
}

const CODE_LENGTH = 40

/** Names are unique, but may be longer than a code. */
function codeOf({ id, name }: Kept, part: 'a' | 'b'): string {
  const code = `${name}, ${part.toUpperCase()}`
  return code.length <= CODE_LENGTH
    ? code
    : `${name.slice(0, CODE_LENGTH - 14)} ${id} ${part.toUpperCase()}`
}

/** A bottle with its share of what was typed: by volume, in grams where its density is known. */
async function takeOver(knex: Knex, resin: Kept, part: 'a' | 'b'): Promise<void> {
  const [a, b] = [Number(resin.ratio_a), Number(resin.ratio_b)]
  const [densityA, densityB] = [Number(resin.density_a ?? 1), Number(resin.density_b ?? 1)]
  const [volumeA, volumeB] = resin.ratio_basis === 'volume' ? [a, b] : [a / densityA, b / densityB]
  const share = (part === 'a' ? volumeA : volumeB) / (volumeA + volumeB)
  const density = part === 'a' ? resin.density_a : resin.density_b
  const isWeighed = density !== null || resin.ratio_basis === 'mass'
  const volumeMl = Number(resin.stock_ml) * share
  const size = volumeMl * (isWeighed ? Number(density ?? 1) : 1)
  const [lotId = 0] = await knex('stock_lots').insert({
    workspace_id: resin.workspace_id,
    updated_at: resin.updated_at,
    resin_id: resin.id,
    part,
    code: codeOf(resin, part),
    unit: isWeighed ? 'g' : 'ml',
    size,
    density,
  })
  await knex('stock_movements').insert({
    workspace_id: resin.workspace_id,
    lot_id: lotId,
    kind: 'counted',
    amount: size,
    at: resin.updated_at,
    told_at: resin.updated_at,
    note: 'as it was noted before bottles were',
  })
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('resins', (table) => {
    table.decimal('stock_ml', 12, 3).notNullable().defaultTo(0)
    table.check('stock_ml >= 0', [], 'resins_stock')
  })
  await knex.raw(`
    UPDATE resins JOIN (
      SELECT stock_lots.resin_id, SUM(stock_movements.amount / IF(stock_lots.unit = 'g', COALESCE(stock_lots.density, 1), 1)) AS ml
      FROM stock_lots JOIN stock_movements ON stock_movements.lot_id = stock_lots.id
      WHERE stock_lots.resin_id IS NOT NULL GROUP BY stock_lots.resin_id
    ) AS sums ON sums.resin_id = resins.id SET resins.stock_ml = GREATEST(0, sums.ml)`)
  await knex.schema.dropTable('stock_movements')
  await knex.schema.dropTable('stock_lots')
}
