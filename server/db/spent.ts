import type { BenchRun, Used } from '../../core/earnings'
import { doingKey, type Doing, type RunTargets } from '../../core/run'
import { decimal, type Db } from './rows'
import { eventsOfRuns, targetsColumn } from './runs'

/** What was drawn for an order line, a bottle at a time. */
export type LineUse = Used & { lineId: number; unit: string }

/** From one instant to before another. */
export interface Span {
  from: Date
  until: Date
}
const within = (query: ReturnType<Db>, column: string, { from, until }: Span) =>
  query.where(column, '>=', from).where(column, '<', until)

interface UseRow {
  lineId: number
  resin: string | null
  part: 'a' | 'b' | null
  pigment: string | null
  material: string | null
  price: string | null
  size: string
  unit: string
  amount: string
}

/**
 * What went into the pieces of some lines: of what a pot drew each line's share of what was poured,
 * and what its own work used.
 * @param when only what was drawn then
 */
export async function usesOfLines(
  db: Db,
  workspaceId: number,
  lineIds: readonly number[],
  when?: Span,
): Promise<LineUse[]> {
  const named = (query: ReturnType<Db>, lineId: string, amount: string) =>
    (when ? within(query, 'movement.at', when) : query)
      .join('stock_lots as lot', 'lot.id', 'movement.lot_id')
      .leftJoin('resins', 'resins.id', 'lot.resin_id')
      .leftJoin('pigments', 'pigments.id', 'lot.pigment_id')
      .leftJoin('materials', 'materials.id', 'lot.material_id')
      .where('movement.workspace_id', workspaceId)
      .where('movement.kind', 'drawn')
      .whereIn(lineId, [...lineIds])
      .groupBy(lineId, 'lot.id')
      .select(
        `${lineId} as lineId`,
        'resins.name as resin',
        'lot.part',
        'pigments.name as pigment',
        'materials.name as material',
        'lot.price',
        'lot.size',
        'lot.unit',
        db.raw(`${amount} AS amount`),
      )
  const ofPots = named(
    db('stock_movements as movement')
      .join('runs', 'runs.id', 'movement.run_id')
      .join('pot_portions as own', 'own.pot_id', 'runs.pot_id'),
    'own.order_line_id',
    'SUM(-movement.amount * own.poured_ml / (SELECT SUM(every.poured_ml) FROM pot_portions AS every WHERE every.pot_id = own.pot_id))',
  )
  const ofWork = named(
    db('stock_movements as movement').whereNull('movement.run_id'),
    'movement.order_line_id',
    'SUM(-movement.amount)',
  )
  const rows = (await Promise.all([ofPots, ofWork])).flat() as UseRow[]
  return rows.map((row) => ({
    lineId: row.lineId,
    name: row.pigment ?? row.material ?? `${row.resin}, part ${row.part?.toUpperCase()}`,
    amount: decimal(row.amount),
    price: row.price,
    size: decimal(row.size),
    unit: row.unit,
  }))
}

/** Time that somebody told of their work on a line. */
export interface LineMinutes {
  lineId: number
  personId: number
  minutes: number
  at: Date
}

/**
 * What hands told of their work on some lines and did not take back; where nobody looked at the
 * clock, what it should have taken.
 */
export async function minutesOfLines(
  db: Db,
  workspaceId: number,
  lineIds: readonly number[],
): Promise<LineMinutes[]> {
  const rows = (await db('work_events')
    .where({ workspace_id: workspaceId })
    .whereIn('order_line_id', [...lineIds])
    .whereIn('kind', ['done', 'taken back'])
    .orderBy('id')
    .select(
      'order_line_id as lineId',
      'person_id as personId',
      'kind',
      'what',
      'visit',
      'layer',
      'first_piece as first',
      'at',
      db.raw('COALESCE(took_min, planned_min, 0) AS minutes'),
    )) as (Doing & {
    lineId: number
    personId: number
    kind: 'done' | 'taken back'
    first: number
    at: Date
    minutes: string
  })[]
  const notTakenBack = new Map<string, LineMinutes[]>()
  for (const { lineId, personId, kind, first, at, minutes, ...doing } of rows) {
    const key = `${lineId} ${first} ${doingKey(doing)}`
    const own = notTakenBack.get(key) ?? []
    if (kind === 'done') own.push({ lineId, personId, at, minutes: decimal(minutes) })
    else own.pop()
    notTakenBack.set(key, own)
  }
  return [...notTakenBack.values()].flat()
}

/** What an hour of each person costs, where that is their own. */
export async function wagesOfPeople(
  db: Db,
  workspaceId: number,
): Promise<ReadonlyMap<number, string>> {
  const rows = (await db('people')
    .where({ workspace_id: workspaceId })
    .whereNotNull('wage')
    .select('id', 'wage')) as { id: number; wage: string }[]
  return new Map(rows.map(({ id, wage }) => [id, wage]))
}

/** A pot's run with the share of it that was a line's. */
export interface LineRun extends BenchRun {
  lineId: number
  share: number
  targets: RunTargets
}

/** Who poured for some lines, with the log of it, and how much of the pot was theirs. */
export async function runsOfLines(
  db: Db,
  workspaceId: number,
  lineIds: readonly number[],
): Promise<LineRun[]> {
  const rows = (await db('runs')
    .join('pot_portions as own', 'own.pot_id', 'runs.pot_id')
    .where('runs.workspace_id', workspaceId)
    .whereIn('own.order_line_id', [...lineIds])
    .groupBy('runs.id', 'own.order_line_id')
    .select(
      'runs.id',
      'own.order_line_id as lineId',
      'runs.person_id as personId',
      'runs.started_at as startedAt',
      'runs.targets',
      db.raw(
        'SUM(own.poured_ml) / (SELECT SUM(every.poured_ml) FROM pot_portions AS every WHERE every.pot_id = own.pot_id) AS share',
      ),
    )) as {
    id: number
    lineId: number
    personId: number
    startedAt: Date
    targets: string
    share: string
  }[]
  const logs = await eventsOfRuns(db, workspaceId, [...new Set(rows.map(({ id }) => id))])
  return rows.map(({ id, startedAt, share, targets, ...row }) => ({
    ...row,
    share: decimal(share),
    targets: targetsColumn.read(targets),
    startedAt: startedAt.getTime(),
    events: logs.get(id) ?? [],
  }))
}

/** The order lines that are a guest's own. */
export const linesOfOwner = async (
  db: Db,
  workspaceId: number,
  personId: number,
): Promise<number[]> =>
  (await db('order_lines')
    .join('orders', 'orders.id', 'order_lines.order_id')
    .where({ 'orders.workspace_id': workspaceId, 'orders.owner_id': personId })
    .pluck('order_lines.id')) as number[]

/** What became of the pieces of some lines, and how long they took their moulds up. */
export interface LinePieces {
  lineId: number
  poured: number
  good: number
  mouldDays: number
}

export async function piecesOfLines(
  db: Db,
  workspaceId: number,
  lineIds: readonly number[],
): Promise<LinePieces[]> {
  const when = (kind: string, which: 'MIN' | 'MAX') =>
    `(SELECT ${which}(at) FROM piece_events WHERE piece_events.piece_id = pieces.id AND piece_events.kind = '${kind}')`
  const rows = (await db('pieces')
    .where('workspace_id', workspaceId)
    .whereIn('order_line_id', [...lineIds])
    .groupBy('order_line_id')
    .select(
      'order_line_id as lineId',
      db.raw('COUNT(*) AS poured'),
      db.raw("SUM(state IN ('good', 'second')) AS good"),
      db.raw(
        `SUM(GREATEST(0, COALESCE(TIMESTAMPDIFF(SECOND, ${when('poured', 'MIN')}, ${when('demoulded', 'MAX')}), 0))) / 86400 AS mould_days`,
      ),
    )) as { lineId: number; poured: number; good: string; mould_days: string }[]
  return rows.map((row) => ({
    lineId: row.lineId,
    poured: Number(row.poured),
    good: Number(row.good),
    mouldDays: decimal(row.mould_days),
  }))
}
