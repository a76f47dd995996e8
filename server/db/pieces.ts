import type { Page } from '../../shared/types/exchange'
import type { NotebookFilter, NotebookRow } from '../../shared/types/notebook'
import { CAME_OUT, type PieceEventKind, type PieceState } from '../../core/run'
import type { Defect, Mending } from '../../core/rework'
import type { Awaited, Front } from '../../core/trade'
import { VERDICTS } from '../../shared/schemas/pieces'
import type { PieceEvent } from '../../shared/types/pieces'
import {
  containing,
  decimal,
  decimalOrNull,
  iso,
  isoOrNull,
  updateVersioned,
  wordsOf,
  type Db,
} from './rows'

export interface StoredPiece {
  id: number
  number: number
  state: PieceState
  version: number
  placeId: number | null
  orderLineId: number
  orderId: number
  orderTitle: string
  ownerId: number | null
  recipeId: number
  recipeVersion: number | null
  recipeName: string
  footprintCm2: number
  /** The piece that is mended by making this one; null where it is made for itself. */
  mendsId: number | null
  /** Which piece of a set is mended; empty for all of it. */
  mendsPart: string
  /** Whether it is being mended: nothing of its own recipe is done to it any more. */
  isMending: boolean
}

/**
 * Whether nothing more is done to a piece in its own line: it came out, is mended in another line, or
 * was lost while it mended one that is made again itself.
 */
export const isThrough = ({
  state,
  isMending,
  mendsId,
}: Pick<StoredPiece, 'state' | 'isMending' | 'mendsId'>): boolean =>
  isMending || CAME_OUT.includes(state) || (mendsId !== null && state === 'lost')

interface PieceColumns {
  id: number
  number: number
  state: PieceState
  version: number
  place_id: number | null
  order_line_id: number
  order_id: number
  order_title: string
  owner_id: number | null
  recipe_id: number
  recipe_version: number | null
  recipe_name: string
  footprint_cm2: string
  mends_id: number | null
  mends_part: string
  is_mended: 0 | 1
}

const pieceOf = (row: PieceColumns): StoredPiece => ({
  id: row.id,
  number: row.number,
  state: row.state,
  version: row.version,
  placeId: row.place_id,
  orderLineId: row.order_line_id,
  orderId: row.order_id,
  orderTitle: row.order_title,
  ownerId: row.owner_id,
  recipeId: row.recipe_id,
  recipeVersion: row.recipe_version,
  recipeName: row.recipe_name,
  footprintCm2: decimal(row.footprint_cm2),
  mendsId: row.mends_id,
  mendsPart: row.mends_part,
  isMending: row.state === 'rework' && row.is_mended === 1,
})

const piecesQuery = (db: Db, workspaceId: number) =>
  db('pieces')
    .join('order_lines', 'order_lines.id', 'pieces.order_line_id')
    .join('orders', 'orders.id', 'order_lines.order_id')
    .join('recipes', 'recipes.id', 'order_lines.recipe_id')
    .where('pieces.workspace_id', workspaceId)
    .select(
      'pieces.*',
      'orders.id as order_id',
      'orders.title as order_title',
      'orders.owner_id',
      'recipes.id as recipe_id',
      'order_lines.recipe_version',
      'recipes.name as recipe_name',
      'recipes.footprint_cm2',
      db.raw('EXISTS (SELECT 1 FROM pieces own WHERE own.mends_id = pieces.id) AS is_mended'),
    )

export async function listPieces(
  db: Db,
  workspaceId: number,
  where: { states?: readonly PieceState[]; orderLineIds?: readonly number[] },
): Promise<StoredPiece[]> {
  const query = piecesQuery(db, workspaceId).orderBy(['pieces.order_line_id', 'pieces.number'])
  if (where.states) query.whereIn('pieces.state', [...where.states])
  if (where.orderLineIds) query.whereIn('pieces.order_line_id', [...where.orderLineIds])
  return ((await query) as PieceColumns[]).map(pieceOf)
}

export async function getPiece(
  db: Db,
  workspaceId: number,
  id: number,
): Promise<StoredPiece | null> {
  const row = (await piecesQuery(db, workspaceId).where('pieces.id', id).first()) as
    PieceColumns | undefined
  return row ? pieceOf(row) : null
}

/**
 * Makes the pieces a pot pours that do not lie anywhere yet, and puts all of them on a place.
 * @returns their keys
 */
export async function layPieces(
  db: Db,
  workspaceId: number,
  lay: { orderLineId: number; first: number; count: number; placeId: number | null; now: Date },
): Promise<number[]> {
  const numbers = Array.from({ length: lay.count }, (_, i) => lay.first + i)
  await db('pieces')
    .insert(
      numbers.map((number) => ({
        workspace_id: workspaceId,
        order_line_id: lay.orderLineId,
        number,
        state: 'curing',
        place_id: lay.placeId,
        updated_at: lay.now,
      })),
    )
    .onConflict(['order_line_id', 'number'])
    .merge({
      state: 'curing',
      place_id: lay.placeId,
      updated_at: lay.now,
      version: db.raw('pieces.version + 1'),
    })
  const owner = { workspace_id: workspaceId, order_line_id: lay.orderLineId }
  return (
    (await db('pieces').where(owner).whereIn('number', numbers).select('id')) as { id: number }[]
  ).map((row) => row.id)
}

export async function updatePiece(
  db: Db,
  workspaceId: number,
  piece: { id: number; version: number },
  changes: { placeId?: number | null },
  now: Date,
): Promise<boolean> {
  return updateVersioned(
    db,
    'pieces',
    { workspaceId, ...piece },
    {
      ...(changes.placeId !== undefined && { place_id: changes.placeId }),
    },
    now,
  )
}

export interface NewPieceEvent {
  pieceId: number
  kind: PieceEventKind
  at: Date
  plannedAt?: Date | null
  personId: number
  layerId?: number | null
  runId?: number | null
  placeId?: number | null
  /** What was touched for. */
  milestone?: Awaited | null
  /** Which piece of a set it is about; empty for all of it. */
  part?: string
  face?: Front | null
  defect?: Defect | null
  x?: number | null
  y?: number | null
  route?: Mending | null
  note?: string
}

export async function addPieceEvents(
  db: Db,
  workspaceId: number,
  events: readonly NewPieceEvent[],
): Promise<void> {
  if (events.length === 0) return
  await db('piece_events').insert(
    events.map((event) => ({
      workspace_id: workspaceId,
      piece_id: event.pieceId,
      kind: event.kind,
      at: event.at,
      planned_at: event.plannedAt ?? null,
      person_id: event.personId,
      layer_id: event.layerId ?? null,
      run_id: event.runId ?? null,
      place_id: event.placeId ?? null,
      milestone: event.milestone ?? null,
      part: event.part ?? '',
      face: event.face ?? null,
      defect: event.defect ?? null,
      x: event.x ?? null,
      y: event.y ?? null,
      route: event.route ?? null,
      note: event.note || null,
    })),
  )
}

/** Takes the pours of a run out of the logs of its pieces. @returns the keys of these pieces */
export async function removePours(db: Db, workspaceId: number, runId: number): Promise<number[]> {
  const pours = () =>
    db('piece_events').where({ workspace_id: workspaceId, run_id: runId, kind: 'poured' })
  const ids = (await pours().distinct().pluck('piece_id')) as number[]
  await pours().delete()
  return ids
}

/** Writes what the log of a piece comes to. */
export async function setPiece(
  db: Db,
  workspaceId: number,
  id: number,
  { state, placeId }: { state: PieceState; placeId: number | null },
  now: Date,
): Promise<void> {
  await db('pieces')
    .where({ workspace_id: workspaceId, id })
    .update({ state, place_id: placeId, updated_at: now, version: db.raw('version + 1') })
}

/** The last pour of a piece: which layer, from which pot, when. */
export interface LastPour {
  at: Date
  layerId: number
  layer: string
  resinId: number
  letter: string
  tint: string
}

export async function lastPours(
  db: Db,
  workspaceId: number,
  pieceIds: readonly number[],
): Promise<Map<number, LastPour>> {
  const rows = (await db('piece_events')
    .join('recipe_layers', 'recipe_layers.id', 'piece_events.layer_id')
    .leftJoin('runs', 'runs.id', 'piece_events.run_id')
    .leftJoin('pots', 'pots.id', 'runs.pot_id')
    .where('piece_events.workspace_id', workspaceId)
    .where('piece_events.kind', 'poured')
    .whereIn('piece_events.piece_id', [...pieceIds])
    .orderBy(['piece_events.at', 'piece_events.id'])
    .select(
      'piece_events.piece_id',
      'piece_events.at',
      'piece_events.layer_id',
      'recipe_layers.name as layer',
      'recipe_layers.resin_id',
      'pots.letter',
      'pots.tint',
    )) as {
    piece_id: number
    at: Date
    layer_id: number
    layer: string
    resin_id: number
    letter: string | null
    tint: string | null
  }[]
  return new Map(
    rows.map((row) => [
      row.piece_id,
      {
        at: row.at,
        layerId: row.layer_id,
        layer: row.layer,
        resinId: row.resin_id,
        letter: row.letter ?? '',
        tint: row.tint ?? '',
      },
    ]),
  )
}

/** Where each piece has lain since its last pour, in order. */
export async function movesOf(db: Db, workspaceId: number, pieceIds: readonly number[]) {
  return (await db('piece_events')
    .where({ workspace_id: workspaceId })
    .whereIn('piece_id', [...pieceIds])
    .whereIn('kind', ['poured', 'moved'])
    .whereNotNull('place_id')
    .orderBy(['at', 'id'])
    .select('piece_id as pieceId', 'place_id as placeId', 'at')) as {
    pieceId: number
    placeId: number
    at: Date
  }[]
}

/** The pieces that somebody touched last, newest first. */
export const touchedPieces = async (db: Db, workspaceId: number, most: number): Promise<number[]> =>
  (
    (await db('piece_events')
      .where({ workspace_id: workspaceId })
      .whereIn('kind', ['not yet', 'is there'])
      .groupBy('piece_id')
      .orderBy('last', 'desc')
      .limit(most)
      .select('piece_id as id')
      .max('at as last')) as { id: number }[]
  ).map(({ id }) => id)

/** What fingers found on pieces, in the order in which they were touched. */
export async function touchesOf(
  db: Db,
  workspaceId: number,
  pieceIds: readonly number[],
): Promise<{ pieceId: number; milestone: Awaited; at: Date; isThere: boolean }[]> {
  const touched = (await db('piece_events')
    .where({ workspace_id: workspaceId })
    .whereIn('piece_id', [...pieceIds])
    .whereIn('kind', ['not yet', 'is there'])
    .whereNotNull('milestone')
    .orderBy(['at', 'id'])
    .select('piece_id as pieceId', 'milestone', 'at', 'kind')) as {
    pieceId: number
    milestone: Awaited
    at: Date
    kind: PieceEventKind
  }[]
  return touched.map(({ kind, ...touch }) => ({ ...touch, isThere: kind === 'is there' }))
}

/**
 * A piece and all that was made to mend it, or that it mends: one thing in the hand, with one
 * history.
 */
export async function oneThing(db: Db, workspaceId: number, id: number): Promise<number[]> {
  const own = () => db('pieces').where({ workspace_id: workspaceId })
  const ids = [id]
  for (let at = id; ;) {
    const row = (await own().where({ id: at }).first('mends_id')) as
      { mends_id: number | null } | undefined
    if (!row?.mends_id) break
    ids.push((at = row.mends_id))
  }
  for (let some = [...ids]; some.length > 0;) {
    const more = (await own()
      .whereIn('mends_id', some)
      .whereNotIn('id', ids)
      .pluck('id')) as number[]
    ids.push(...more)
    some = more
  }
  return ids
}

export async function listPieceEvents(
  db: Db,
  workspaceId: number,
  pieceIds: readonly number[],
): Promise<PieceEvent[]> {
  const rows = (await db('piece_events')
    .join('people', 'people.id', 'piece_events.person_id')
    .leftJoin('recipe_layers', 'recipe_layers.id', 'piece_events.layer_id')
    .leftJoin('runs', 'runs.id', 'piece_events.run_id')
    .leftJoin('pots', 'pots.id', 'runs.pot_id')
    .leftJoin('places', 'places.id', 'piece_events.place_id')
    .where('piece_events.workspace_id', workspaceId)
    .whereIn('piece_events.piece_id', [...pieceIds])
    .orderBy(['piece_events.at', 'piece_events.id'])
    .select(
      'piece_events.*',
      'people.name as person',
      'recipe_layers.name as layer',
      'pots.letter',
      'places.name as place',
    )) as {
    id: number
    kind: PieceEventKind
    at: Date
    planned_at: Date | null
    person: string
    layer: string | null
    letter: string | null
    run_id: number | null
    place: string | null
    milestone: Awaited | null
    part: string
    face: Front | null
    defect: Defect | null
    x: string | null
    y: string | null
    route: Mending | null
    note: string | null
  }[]
  return rows.map((row) => ({
    id: row.id,
    kind: row.kind,
    at: iso(row.at),
    plannedAt: isoOrNull(row.planned_at),
    person: row.person,
    layerName: row.layer,
    letter: row.letter,
    runId: row.run_id,
    place: row.place,
    milestone: row.milestone,
    part: row.part,
    face: row.face,
    defect: row.defect,
    x: decimalOrNull(row.x),
    y: decimalOrNull(row.y),
    route: row.route,
    note: row.note ?? '',
  }))
}

/** What was poured, newest first, with how it came out. */
export async function listNotebook(
  db: Db,
  workspaceId: number,
  options: NotebookFilter & { limit: number; beforeId: number | null; ownerId: number | null },
): Promise<Page<NotebookRow>> {
  const events = (kind: string) =>
    db('piece_events')
      .whereRaw('piece_events.piece_id = pieces.id')
      .where('piece_events.kind', kind)
  const judged = () =>
    db('piece_events')
      .whereRaw('piece_events.piece_id = pieces.id')
      .where('piece_events.part', '')
      .whereIn('piece_events.kind', [...VERDICTS])
  const query = piecesQuery(db, workspaceId)
    .whereNull('pieces.mends_id')
    .orderBy('pieces.id', 'desc')
    .limit(options.limit + 1)
    .select(
      events('poured').max('at').as('poured_at'),
      events('poured').max('planned_at').as('planned_at'),
      judged().max('at').as('judged_at'),
      judged().orderBy('at', 'desc').limit(1).select('note').as('verdict_note'),
    )
  if (options.beforeId !== null) query.where('pieces.id', '<', options.beforeId)
  if (options.state !== null) query.where('pieces.state', options.state)
  for (const word of wordsOf(options.find))
    query.where((any) =>
      any
        .where('orders.title', 'like', containing(word))
        .orWhere('recipes.name', 'like', containing(word))
        .orWhere('pieces.number', Number(word) || 0),
    )
  if (options.ownerId !== null) query.where('orders.owner_id', options.ownerId)
  const rows = (await query) as (PieceColumns & {
    poured_at: Date | null
    planned_at: Date | null
    judged_at: Date | null
    verdict_note: string | null
  })[]
  const shown = rows.slice(0, options.limit)
  return {
    rows: shown.map((row) => ({
      pieceId: row.id,
      number: row.number,
      recipeName: row.recipe_name,
      orderTitle: row.order_title,
      state: row.state,
      pouredAt: isoOrNull(row.poured_at) ?? '',
      plannedAt: isoOrNull(row.planned_at),
      judgedAt: isoOrNull(row.judged_at),
      note: row.verdict_note ?? '',
    })),
    next: rows.length > options.limit ? String(shown.at(-1)?.id ?? '') : null,
  }
}

export async function insertPhoto(
  db: Db,
  workspaceId: number,
  photo: {
    pieceId: number
    personId: number
    takenAt: Date
    widthPx: number
    heightPx: number
    webp: Buffer
  },
): Promise<number> {
  const [id = 0] = await db('photos').insert({
    workspace_id: workspaceId,
    piece_id: photo.pieceId,
    person_id: photo.personId,
    taken_at: photo.takenAt,
    width_px: photo.widthPx,
    height_px: photo.heightPx,
    webp: photo.webp,
  })
  return id
}

export async function listPhotoIds(
  db: Db,
  workspaceId: number,
  pieceIds: readonly number[],
): Promise<number[]> {
  return (
    (await db('photos')
      .where({ workspace_id: workspaceId })
      .whereIn('piece_id', [...pieceIds])
      .orderBy('id')
      .select('id')) as { id: number }[]
  ).map((row) => row.id)
}

export async function getPhoto(
  db: Db,
  workspaceId: number,
  id: number,
): Promise<{ webp: Buffer; ownerId: number | null } | null> {
  const row = (await db('photos')
    .join('pieces', 'pieces.id', 'photos.piece_id')
    .join('order_lines', 'order_lines.id', 'pieces.order_line_id')
    .join('orders', 'orders.id', 'order_lines.order_id')
    .where({ 'photos.workspace_id': workspaceId, 'photos.id': id })
    .first('photos.webp', 'orders.owner_id as ownerId')) as
    { webp: Buffer; ownerId: number | null } | undefined
  return row ?? null
}
