import type { LoggedPieceEvent, PieceState } from '../../core/run'
import { groupBy, type Db } from './rows'

const FAILS = ['rework', 'lost'] as const

/** The log of each of these pieces, as it is folded. */
export async function pieceLogs(
  db: Db,
  workspaceId: number,
  pieceIds: readonly number[],
): Promise<Map<number, LoggedPieceEvent[]>> {
  const rows = (await db('piece_events')
    .where({ workspace_id: workspaceId })
    .whereIn('piece_id', [...pieceIds])
    .orderBy(['at', 'id'])
    .select(
      'piece_id as pieceId',
      'kind',
      'at',
      'place_id as placeId',
      'part',
    )) as (LoggedPieceEvent & {
    pieceId: number
  })[]
  return groupBy(rows, (row) => row.pieceId)
}

/** The logs of those pieces of some lines that were found lost at some time. */
export async function logsOfFailed(
  db: Db,
  workspaceId: number,
  lineIds: readonly number[],
): Promise<{ lineId: number; number: number; events: LoggedPieceEvent[] }[]> {
  const pieces = (await db('pieces')
    .where({ workspace_id: workspaceId })
    .whereIn('order_line_id', [...lineIds])
    .whereExists(
      db('piece_events')
        .whereRaw('piece_events.piece_id = pieces.id')
        .where({ kind: 'lost', part: '' })
        .select(db.raw('1')),
    )
    .select('id', 'order_line_id as lineId', 'number')) as {
    id: number
    lineId: number
    number: number
  }[]
  const logs = await pieceLogs(
    db,
    workspaceId,
    pieces.map(({ id }) => id),
  )
  return pieces.map(({ id, lineId, number }) => ({ lineId, number, events: logs.get(id) ?? [] }))
}

/** How many pieces are in each state, each counted once however it is mended. */
export async function countByState(
  db: Db,
  workspaceId: number,
): Promise<ReadonlyMap<PieceState, number>> {
  const rows = (await db('pieces')
    .where({ workspace_id: workspaceId, mends_id: null })
    .groupBy('state')
    .select('state')
    .count('* as count')) as { state: PieceState; count: number }[]
  return new Map(rows.map((row) => [row.state, Number(row.count)]))
}

/** The logs of pieces that were poured again after they had been found lost or wanting rework. */
export async function logsOfMadeAgain(db: Db, workspaceId: number): Promise<LoggedPieceEvent[][]> {
  const ids = (await db('piece_events as failed')
    .where('failed.workspace_id', workspaceId)
    .whereIn('failed.kind', [...FAILS])
    .whereExists(
      db('piece_events as later')
        .whereRaw('later.piece_id = failed.piece_id AND later.at >= failed.at')
        .where('later.kind', 'poured')
        .select(db.raw('1')),
    )
    .distinct()
    .pluck('failed.piece_id')) as number[]
  return [...(await pieceLogs(db, workspaceId, ids)).values()]
}

/** Which layers the pieces of some order lines have been poured, and when. */
export async function pouredLayers(
  db: Db,
  workspaceId: number,
  orderLineIds: readonly number[],
): Promise<{ lineId: number; number: number; layerId: number; at: Date }[]> {
  return (await db('piece_events')
    .join('pieces', 'pieces.id', 'piece_events.piece_id')
    .where('piece_events.workspace_id', workspaceId)
    .where('piece_events.kind', 'poured')
    .whereIn('pieces.order_line_id', [...orderLineIds])
    .select(
      'pieces.order_line_id as lineId',
      'pieces.number',
      'piece_events.layer_id as layerId',
      'piece_events.at',
    )) as { lineId: number; number: number; layerId: number; at: Date }[]
}
