import { layerOfBatch } from '../../../core/batch'
import { checkGathering } from '../../../core/pot'
import { numbersOf, rangeOf } from '../../../core/trade'
import type { Portion } from '../../../core/trade'
import type { Order, OrderLine } from '../../../shared/types/orders'
import {
  insertPots,
  lettersInUse,
  listPotsOfLines,
  refillPot,
  removePlannedPots,
  type PotFields,
  type StoredPot,
} from '../../db/pots'
import type { Db } from '../../db/rows'
import { listOrders } from '../../db/orders'
import { isThrough, listPieces, type StoredPiece } from '../../db/pieces'
import { tell } from '../../events/tell'
import { counting, readFailures } from './failures'
import { freeLetters } from './letters'
import { inTurn } from '../transactions'
import { corePortion } from './portionsOf'
import { potFields } from './potFields'
import { readShelf, type Shelf } from './shelf'
import { sparedOf } from './sparedOf'

/** Tells apart amounts that differ from ones that were only stored with fewer digits, ml. */
const SAME_ML = 1e-3

type PieceKey = `${number}/${number}/${number}`
const keysOf = (
  portion: Pick<Portion, 'lineId' | 'firstPiece' | 'pieces'>,
  layerId: number,
): PieceKey[] =>
  numbersOf(rangeOf(portion)).map((number): PieceKey => `${portion.lineId}/${layerId}/${number}`)

/** The states of orders whose pieces are made. */
export const WORKED_STATES = ['accepted', 'making'] as const
/** So many orders are worked on at a time at the most. */
export const MOST_ORDERS = 500

/**
 * Brings the pots still to be mixed in step with orders, recipes and what has been poured, in the
 * transaction that changed them, which has taken the workshop's turn.
 * @param concerns which order lines the change is about; those gathered with them follow
 */
export async function arrangePots(
  db: Db,
  workspaceId: number,
  concerns: (line: OrderLine, order: Order) => boolean,
  now: Date,
): Promise<void> {
  const { rows } = await listOrders(db, workspaceId, {
    states: WORKED_STATES,
    limit: MOST_ORDERS,
    after: null,
  })
  const open = rows.flatMap((order) => order.lines)
  const concerned = rows.flatMap((order) => order.lines.filter((line) => concerns(line, order)))
  const lines = await withGathered(db, workspaceId, open, concerned)
  if (lines.length === 0) return
  await arrangeLines(db, workspaceId, lines, await readShelf(db, workspaceId, lines), now)
}

/**
 * Brings all pots in step before a plan is asked for: a workshop that was brought up to this version
 * may have orders whose pots nobody has arranged.
 */
export const arrangeAllPots = (workspaceId: number, now: Date): Promise<void> =>
  inTurn(workspaceId, (trx) => arrangePots(trx, workspaceId, () => true, now))

/** Adds the lines that share a pot with these, and those that share one with them. */
async function withGathered(
  db: Db,
  workspaceId: number,
  open: readonly OrderLine[],
  lines: readonly OrderLine[],
): Promise<readonly OrderLine[]> {
  const pots = await listPotsOfLines(
    db,
    workspaceId,
    lines.map((line) => line.id),
  )
  const shared = new Set(pots.flatMap((pot) => pot.portions.map((portion) => portion.lineId)))
  for (const line of lines) shared.add(line.id)
  const all = open.filter((line) => shared.has(line.id))
  return all.length === lines.length ? all : withGathered(db, workspaceId, open, all)
}

/**
 * Pieces that no pot serves yet, or whose pot was given up, get one; so do those that failed. Pots that people gathered stay
 * together as long as nothing breaks in them; the others stay, with their letters, as long as
 * nothing about them changed.
 */
async function arrangeLines(
  db: Db,
  workspaceId: number,
  lines: readonly OrderLine[],
  shelf: Shelf,
  now: Date,
): Promise<void> {
  const lineIds = lines.map((line) => line.id)
  const failures = await readFailures(db, workspaceId, lineIds)
  const existing = (await listPotsOfLines(db, workspaceId, lineIds)).map((pot) =>
    counting(pot, failures),
  )
  const lineById = new Map(lines.map((line) => [line.id, line]))
  const served = new Set(
    existing
      .filter((pot) => pot.state === 'mixing' || pot.state === 'poured')
      .flatMap((pot) => pot.portions.flatMap((portion) => keysOf(portion, portion.layerId))),
  )
  const pieces = await listPieces(db, workspaceId, { orderLineIds: lineIds })
  for (const key of saidToBeDone(lines, existing, pieces, shelf)) served.add(key)
  const planned = existing.filter((pot) => pot.state === 'planned')

  const letters = freeLetters(await lettersInUse(db, workspaceId))
  const remove = new Set<number>()
  let isRefilled = false
  for (const pot of planned.filter((one) => one.gathered)) {
    const kept = asGatheredNow(pot, lineById, served, shelf)
    if (kept === null) remove.add(pot.id)
    else {
      for (const portion of kept.portions)
        for (const key of keysOf(portion, portion.layerId)) served.add(key)
      if (!same(pot, kept)) {
        await refillPot(db, workspaceId, pot.id, kept, now)
        isRefilled = true
      }
    }
  }
  const wanted = lines.flatMap((line) => wantedPots(line, served, shelf))
  const free = planned.filter((pot) => !pot.gathered)
  const add = wanted.filter((one) => !free.some((pot) => same(pot, one)))
  for (const pot of free) if (!wanted.some((one) => same(pot, one))) remove.add(pot.id)
  if (isRefilled || remove.size > 0 || add.length > 0)
    tell(db, workspaceId, { subject: 'pots', kind: 'arranged', id: null, by: null, at: now })
  await removePlannedPots(db, workspaceId, [...remove])
  await insertPots(
    db,
    workspaceId,
    add.map((pot) => ({ ...pot, letter: letters.next().value })),
    now,
  )
}

/**
 * What nobody pours any more though no pot of the log has: of pieces that came out, or are mended, all, and of those
 * that were poured over what lies below, since somebody said that it is so; and of those that spares
 * make up for.
 */
function* saidToBeDone(
  lines: readonly OrderLine[],
  pots: readonly StoredPot[],
  pieces: readonly StoredPiece[],
  shelf: Shelf,
): Generator<PieceKey> {
  for (const line of lines) {
    const layers = shelf.recipeOf(line)?.layers ?? []
    const through = pieces.filter((piece) => piece.orderLineId === line.id && isThrough(piece))
    for (const number of [...through.map((piece) => piece.number), ...sparedOf(line, pieces)])
      for (const layer of layers) yield `${line.id}/${layer.id}/${number}`
    for (const portion of pots.flatMap((pot) => (pot.state === 'poured' ? pot.portions : []))) {
      if (portion.lineId !== line.id) continue
      const index = layers.findIndex(({ id }) => id === portion.layerId)
      for (const layer of layers.slice(0, Math.max(0, index))) yield* keysOf(portion, layer.id)
    }
  }
}

/** A gathered pot as it should be now; null when it cannot stay together. */
function asGatheredNow(
  pot: StoredPot,
  lines: ReadonlyMap<number, OrderLine>,
  served: ReadonlySet<PieceKey>,
  shelf: Shelf,
): PotFields | null {
  const portions = pot.portions.flatMap((stored) => {
    const line = lines.get(stored.lineId)
    const portion = line && corePortion(stored, shelf.recipeOf(line))
    return line &&
      portion &&
      portion.firstPiece + portion.pieces - 1 <= line.quantity &&
      !keysOf(portion, stored.layerId).some((key) => served.has(key))
      ? [portion]
      : []
  })
  const resin = shelf.resins.get(portions[0]?.layer.resinId ?? 0)
  if (!resin || checkGathering([portions], [], shelf).some((problem) => problem.breaks)) return null
  return potFields(portions, resin, shelf, pot.letter, true)
}

/** The pots that the pieces of a line need which no other pot serves. */
export function wantedPots(
  line: OrderLine,
  served: ReadonlySet<PieceKey>,
  shelf: Shelf,
): PotFields[] {
  const recipe = shelf.recipeOf(line)
  if (!recipe) return []
  const numbers = numbersOf({ first: 1, pieces: line.quantity })
  return recipe.layers.flatMap((layer, index) => {
    const missing = numbers.filter((number) => !served.has(`${line.id}/${layer.id}/${number}`))
    const own = layerOfBatch(recipe, index, missing, shelf)
    return (own?.pots ?? []).flatMap(({ firstPiece, pieces }) => {
      const stored = { lineId: line.id, layerId: layer.id, firstPiece, pieces }
      const portion = corePortion(stored, recipe)
      return own && portion ? [potFields([portion], own.resin, shelf, '', false)] : []
    })
  })
}

/** Whether a stored pot is what is wanted, but for its letter. */
function same(pot: StoredPot, wanted: PotFields): boolean {
  const alike = (x: PotFields['portions'][number], y: PotFields['portions'][number]) =>
    x.lineId === y.lineId &&
    x.layerId === y.layerId &&
    x.firstPiece === y.firstPiece &&
    x.pieces === y.pieces &&
    Math.abs(x.pouredMl - y.pouredMl) < SAME_ML
  return (
    pot.resinId === wanted.resinId &&
    pot.tint === wanted.tint &&
    Math.abs(pot.needMl - wanted.needMl) < SAME_ML &&
    pot.portions.length === wanted.portions.length &&
    wanted.portions.every((one) => pot.portions.some((own) => alike(own, one)))
  )
}
