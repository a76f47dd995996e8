import { membersOf, type Mending, type Route } from '../../../core/rework'
import { CAME_OUT, foldPiece, type PieceState } from '../../../core/run'
import type { Verdict } from '../../../shared/schemas/pieces'
import type { PieceLog } from '../../../shared/types/pieces'
import { mendingsOf } from '../../db/mendings'
import { pieceLogs } from '../../db/pieceLogs'
import * as rows from '../../db/pieces'
import { plannedEnd } from '../../db/plans'
import type { Db } from '../../db/rows'
import { AppError } from '../AppError'
import { askToFollow } from '../planning/propose/follow'
import { arrangePots } from '../pots/arrangePots'
import { recipesOfLines } from '../recipes/lineRecipes'
import { inTurn, savedOrConflict } from '../transactions'
import type { Who } from '../Who'
import { requireAllPoured } from './layersMissing'
import { dropMendings, memberNamed, openMending, recipeOfPiece } from './mending'
import { pieceFor, readLog, tellOf, type PieceKind } from './pieces'

type Act = 'demoulded' | Verdict | 'taken back'
const ACT_KINDS: Record<Act, PieceKind> = {
  demoulded: 'demoulded',
  good: 'judged',
  second: 'judged',
  rework: 'judged',
  lost: 'judged',
  'taken back': 'taken back',
}
const ALLOWED: Record<Act, readonly PieceState[]> = {
  demoulded: ['curing'],
  good: ['curing', 'demoulded', 'rework'],
  second: ['curing', 'demoulded', 'rework'],
  rework: ['curing', 'demoulded', 'rework'],
  lost: ['curing', 'demoulded', 'rework'],
  'taken back': ['demoulded', 'good', 'second', 'rework', 'lost'],
}
/** What is done to pieces that are poured whole. */
const FINISHES: readonly Act[] = ['demoulded', 'good', 'second', 'rework']

async function plannedFor(
  db: Db,
  who: Who,
  piece: rows.StoredPiece,
  act: Act,
): Promise<Date | null> {
  if (act !== 'demoulded') return null
  const recipe = (await recipesOfLines(db, who.workspaceId, [piece]))(piece)
  const step = recipe?.course.find((one) => one.demoulds)
  return step
    ? plannedEnd(db, who.workspaceId, {
        orderLineId: piece.orderLineId,
        kind: 'step',
        does: step.key,
      })
    : null
}

/**
 * Demoulds or judges a piece, or takes the last of these back; each is written in its log. What is
 * lost gets pots to be made again from, what wants rework a line of its order that mends it; taken
 * back, they go.
 */
export const actOnPiece = (
  who: Who,
  id: number,
  act: Act,
  input: Acting,
  now: Date,
): Promise<PieceLog> =>
  inTurn(who.workspaceId, async (trx) => {
    const lineId = await actIn(trx, who, { id, act, input }, now)
    await arrangePots(
      trx,
      who.workspaceId,
      (_, order) => order.lines.some((line) => line.id === lineId),
      now,
    )
    await askToFollow(trx, who, now)
    return readLog(trx, who, id)
  })

interface Acting {
  version: number
  note: string
  soItIs?: boolean
  /** Which piece of a set is judged. */
  part?: string
  /** How it is mended. */
  route?: Route
}
/**
 * The same within a transaction that has taken the workshop's turn, for several pieces of a line.
 * @returns the line
 */
export async function actIn(
  trx: Db,
  who: Who,
  { id, act, input }: { id: number; act: Act; input: Acting },
  now: Date,
): Promise<number> {
  const piece = await pieceFor(trx, who, id, 'work on pieces')
  if (piece.version === input.version && !ALLOWED[act].includes(piece.state)) {
    throw new AppError(
      'invalid-input',
      `This piece is ${piece.state}; it cannot be ${act === 'taken back' ? act : `made ${act}`} now.`,
    )
  }
  const saved = await rows.updatePiece(
    trx,
    who.workspaceId,
    { id, version: input.version },
    {},
    now,
  )
  savedOrConflict(saved, await rows.getPiece(trx, who.workspaceId, id), 'piece')
  if (FINISHES.includes(act) && !input.soItIs) await requireAllPoured(trx, who.workspaceId, piece)
  await write(
    trx,
    who,
    piece,
    { kind: act, note: input.note, part: input.part, route: input.route },
    now,
  )
  if (act === 'taken back') await takenBack(trx, who, piece, now)
  else if (act !== 'demoulded') await judged(trx, who, piece, act, input, now)
  tellOf(trx, who, id, ACT_KINDS[act], now)
  return piece.orderLineId
}

interface Written {
  kind: Act
  note: string
  part?: string
  route?: Mending
}
/** Writes a step into the log of a piece, and what the piece comes to by it. */
async function write(
  trx: Db,
  who: Who,
  piece: rows.StoredPiece,
  { kind, note, part = '', route }: Written,
  now: Date,
): Promise<void> {
  const log = (await pieceLogs(trx, who.workspaceId, [piece.id])).get(piece.id) ?? []
  const { state, placeId } = foldPiece([...log, { kind, at: now, part }])
  await rows.setPiece(trx, who.workspaceId, piece.id, { state, placeId }, now)
  await rows.addPieceEvents(trx, who.workspaceId, [
    {
      pieceId: piece.id,
      kind,
      at: now,
      plannedAt: await plannedFor(trx, who, piece, kind),
      personId: who.personId,
      part,
      route,
      note,
    },
  ])
}

/** What follows from a verdict: mending begins or ends, a set is done with its last piece. */
async function judged(
  trx: Db,
  who: Who,
  piece: rows.StoredPiece,
  verdict: Verdict,
  { part = '', route }: Acting,
  now: Date,
): Promise<void> {
  if (part !== '') memberNamed(await recipeOfPiece(trx, who, piece), part)
  const mending: Mending | null =
    verdict === 'rework' ? (route ?? null) : verdict === 'lost' && part !== '' ? 'make again' : null
  if (mending) {
    await openMending(trx, who, piece, { route: mending, part }, now)
    if (part !== '') await write(trx, who, piece, { kind: 'rework', note: '' }, now)
  } else {
    await dropMendings(trx, who, piece.id, part === '' ? null : part)
    if (part !== '') await judgeWhole(trx, who, piece, now)
  }
  if (piece.mendsId !== null && !mending) await mended(trx, who, piece, verdict, now)
}

/** A set whose pieces have all been judged, each by itself, is as good as the worst of them. */
async function judgeWhole(trx: Db, who: Who, set: rows.StoredPiece, now: Date): Promise<void> {
  const members = membersOf(await recipeOfPiece(trx, who, set))
  const log = (await pieceLogs(trx, who.workspaceId, [set.id])).get(set.id) ?? []
  const { parts } = foldPiece(log)
  const verdicts = members.map(({ name }) => parts.get(name))
  if (!verdicts.every((one) => one !== undefined && CAME_OUT.includes(one))) return
  const kind = verdicts.includes('second') ? 'second' : 'good'
  await write(trx, who, set, { kind, note: '' }, now)
}

/** What came of mending is what the piece came to, that was mended. */
async function mended(
  trx: Db,
  who: Who,
  by: rows.StoredPiece,
  verdict: Verdict,
  now: Date,
): Promise<void> {
  const piece = await rows.getPiece(trx, who.workspaceId, by.mendsId ?? 0)
  if (!piece || piece.state !== 'rework') return
  const part = by.mendsPart
  await write(trx, who, piece, { kind: verdict, note: `${by.recipeName}.`, part }, now)
  tellOf(trx, who, piece.id, 'judged', now)
  if (part === '') {
    if (piece.mendsId !== null) await mended(trx, who, piece, verdict, now)
  } else if (verdict === 'lost')
    await openMending(trx, who, piece, { route: 'make again', part }, now)
  else await judgeWhole(trx, who, piece, now)
}

/** With a verdict, the mending that followed from it goes; so does what a mended piece came to by it. */
async function takenBack(trx: Db, who: Who, piece: rows.StoredPiece, now: Date): Promise<void> {
  await dropUnwanted(trx, who, piece.id)
  const mendedPiece =
    piece.mendsId === null ? null : await rows.getPiece(trx, who.workspaceId, piece.mendsId)
  if (!mendedPiece) return
  if (mendedPiece.state !== 'rework') {
    if (!ALLOWED['taken back'].includes(mendedPiece.state)) return
    await write(trx, who, mendedPiece, { kind: 'taken back', note: '' }, now)
    tellOf(trx, who, mendedPiece.id, 'taken back', now)
    await takenBack(trx, who, mendedPiece, now)
  } else if (piece.mendsPart !== '') {
    // Others of the set are still open: this one is mended on.
    await write(trx, who, mendedPiece, { kind: 'rework', note: '', part: piece.mendsPart }, now)
  }
}

/** Calls off the mending of a piece, or of pieces of a set, that no verdict asks for any more. */
async function dropUnwanted(trx: Db, who: Who, pieceId: number): Promise<void> {
  const log = (await pieceLogs(trx, who.workspaceId, [pieceId])).get(pieceId) ?? []
  const { state, parts } = foldPiece(log)
  const asks = (one: PieceState | undefined) => one === 'rework' || one === 'lost'
  const wanted = (part: string) => (part === '' ? state === 'rework' : asks(parts.get(part)))
  for (const { part } of await mendingsOf(trx, who.workspaceId, pieceId))
    if (!wanted(part)) await dropMendings(trx, who, pieceId, part)
}
