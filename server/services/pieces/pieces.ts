import { issue } from '../../../core/result'
import { membersOf, type Mending, type Route } from '../../../core/rework'
import { CAME_OUT, foldPiece, type PieceState } from '../../../core/run'
import type { EVENT_KINDS } from '../../../shared/events'
import type { Page } from '../../../shared/types/exchange'
import type { NotebookFilter, NotebookRow } from '../../../shared/types/notebook'
import type { FrontInput, MarkInput, TouchInput, Verdict } from '../../../shared/schemas/pieces'
import type { CureView, PieceLog, PieceOpening, PieceRow } from '../../../shared/types/pieces'
import { database } from '../../db/database'
import { pieceLogs } from '../../db/pieceLogs'
import { mendingsOf, raiseLine } from '../../db/mendings'
import * as rows from '../../db/pieces'
import { plannedEnd } from '../../db/plans'
import { listResins } from '../../db/resins'
import { iso, type Db } from '../../db/rows'
import { getWorkspace, listPlaces } from '../../db/workshop'
import { AppError } from '../AppError'
import { recipesOfLines } from '../recipes/lineRecipes'
import { readCures, type PieceCure } from './cures'
import { requireAllPoured } from './layersMissing'
import { dropMendings, memberNamed, openMending, recipeOfPiece } from './mending'
import { storedPhoto } from './storedPhoto'
import { tell } from '../../events/tell'
import { askToFollow } from '../planning/propose/follow'
import { arrangePots } from '../pots/arrangePots'
import { may, ownersSeen, requireMay, titleFor } from '../rights'
import { found, inTransaction, inTurn, savedOrConflict } from '../transactions'
import type { Who } from '../Who'
import { MS_PER_MIN } from '../../../core/units'

const NOTES_PER_PAGE = 60

const openingsOf = ({ pour, bands }: PieceCure): PieceOpening[] => {
  const at = (minutes: number) => iso(new Date(pour.at.getTime() + minutes * MS_PER_MIN))
  return [...bands].map(([milestone, { hardlyMin, likelyMin, surelyMin }]) => ({
    milestone,
    from: at(hardlyMin),
    at: at(likelyMin),
    until: at(surelyMin),
  }))
}

const LYING: readonly PieceState[] = ['curing', 'demoulded', 'rework']

/** Every piece that lies in the workshop, with what opens and closes for it and when. */
export async function listLying(who: Who): Promise<PieceRow[]> {
  const db = database()
  const { workspaceId } = who
  const [pieces, places, resins, workspace] = await Promise.all([
    rows.listPieces(db, workspaceId, { states: LYING }),
    listPlaces(db, workspaceId),
    listResins(db, workspaceId),
    getWorkspace(db, workspaceId),
  ])
  const recipeOf = await recipesOfLines(db, workspaceId, pieces)
  const ids = pieces.map((piece) => piece.id)
  const logs = await pieceLogs(db, workspaceId, ids)
  const cures = await readCures(db, workspaceId, ids, {
    places,
    resins: new Map(resins.map((resin) => [resin.id, resin])),
    timeZone: workspace.timeZone,
  })
  const byId = new Map(pieces.map((piece) => [piece.id, piece]))
  // One thing lies there, whether it was poured once or mended since.
  const mendedSince = new Set(
    pieces.flatMap(({ id, mendsId }) => (mendsId !== null && cures.has(id) ? [mendsId] : [])),
  )
  return pieces.flatMap((piece) => {
    const cure = cures.get(piece.id)
    if (!cure || (mendedSince.has(piece.id) && piece.isMending)) return []
    const mended = byId.get(piece.mendsId ?? 0)
    const { pour } = cure
    const recipe = recipeOf(piece)
    const layers = recipe?.layers ?? []
    const poured = layers.findIndex((layer) => layer.id === pour.layerId)
    return [
      {
        id: piece.id,
        number: piece.number,
        state: piece.state,
        version: piece.version,
        orderId: piece.orderId,
        orderLineId: piece.orderLineId,
        orderTitle: titleFor(who, piece.ownerId, piece.orderTitle),
        isOwn: may(who, 'work on pieces', [piece.ownerId]),
        recipeId: piece.recipeId,
        recipeName: piece.recipeName,
        footprintCm2: piece.footprintCm2,
        placeId: piece.placeId,
        layerName: pour.layer,
        letter: pour.letter,
        tint: pour.tint,
        resinId: pour.resinId,
        curedFrom: iso(pour.at),
        layersLeft: Math.max(0, layers.length - 1 - (poured < 0 ? layers.length : poured)),
        hasMould: recipe?.mouldId !== null,
        mends: mended ? `${mended.recipeName} ${mended.number}` : null,
        parts: [...foldPiece(logs.get(piece.id) ?? []).parts].map(([name, state]) => ({
          name,
          state,
        })),
        openings: openingsOf(cure),
      },
    ]
  })
}

/** What is behind one piece's openings: temperatures, bands and touches, for its "why?" and chart. */
export async function pieceCure(who: Who, id: number): Promise<CureView | null> {
  const db = database()
  const piece = await pieceFor(db, who, id, 'see pieces')
  const [places, resins, workspace] = await Promise.all([
    listPlaces(db, who.workspaceId),
    listResins(db, who.workspaceId),
    getWorkspace(db, who.workspaceId),
  ])
  const cures = await readCures(db, who.workspaceId, [piece.id], {
    places,
    resins: new Map(resins.map((resin) => [resin.id, resin])),
    timeZone: workspace.timeZone,
  })
  const cure = cures.get(piece.id)
  return cure
    ? {
        resinId: cure.pour.resinId,
        curedFrom: iso(cure.pour.at),
        profile: cure.profile,
        touches: cure.touches,
      }
    : null
}

type Act = 'demoulded' | Verdict | 'taken back'
type PieceKind = (typeof EVENT_KINDS)['piece'][number]
const ACT_KINDS: Record<Act, PieceKind> = {
  demoulded: 'demoulded',
  good: 'judged',
  second: 'judged',
  rework: 'judged',
  lost: 'judged',
  'taken back': 'taken back',
}
const tellOf = (trx: Db, who: Who, id: number, kind: PieceKind, at: Date): void =>
  tell(trx, who.workspaceId, { subject: 'piece', kind, id, by: who.personId, at })

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
        titleLike: step.name,
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

/** Marks what is wrong where on a face, or takes a mark off. */
export const markPiece = (
  who: Who,
  id: number,
  { isThere, ...mark }: MarkInput,
  now: Date,
): Promise<PieceLog> => look(who, id, { kind: isThere ? 'seen' : 'mark off', ...mark }, now)

/** Settles which face of a piece is its front. */
export const settleFront = (
  who: Who,
  id: number,
  front: FrontInput,
  now: Date,
): Promise<PieceLog> => look(who, id, { kind: 'front', ...front }, now)

const look = (
  who: Who,
  id: number,
  seen: Omit<rows.NewPieceEvent, 'pieceId' | 'at' | 'personId'> & { part: string },
  now: Date,
): Promise<PieceLog> =>
  inTransaction(async (trx) => {
    const piece = await pieceFor(trx, who, id, 'work on pieces')
    memberNamed(await recipeOfPiece(trx, who, piece), seen.part)
    await rows.addPieceEvents(trx, who.workspaceId, [
      { ...seen, pieceId: id, at: now, personId: who.personId },
    ])
    tellOf(trx, who, id, 'looked at', now)
    return readLog(trx, who, id)
  })

/** Makes more of what a piece is one of: a spare beside what is made again. */
export const makeMore = (who: Who, id: number, more: number, now: Date): Promise<PieceLog> =>
  inTurn(who.workspaceId, async (trx) => {
    const piece = await pieceFor(trx, who, id, 'work on pieces')
    requireMay(who, 'change orders', [piece.ownerId])
    if (piece.mendsId !== null)
      throw new AppError('invalid-input', 'What is mended is there already: no more of it is made.')
    await raiseLine(trx, who.workspaceId, piece, more)
    await arrangePots(trx, who.workspaceId, (line) => line.id === piece.orderLineId, now)
    tell(trx, who.workspaceId, {
      subject: 'order',
      kind: 'changed',
      id: piece.orderId,
      by: who.personId,
      at: now,
      changed: ['lines'],
    })
    await askToFollow(trx, who, now)
    return readLog(trx, who, id)
  })

export async function movePiece(
  who: Who,
  id: number,
  input: { version: number; placeId: number },
  now: Date,
): Promise<PieceLog> {
  return inTransaction(async (trx) => {
    await pieceFor(trx, who, id, 'work on pieces')
    const places = await listPlaces(trx, who.workspaceId)
    if (!places.some((place) => place.id === input.placeId && !place.isArchived))
      throw new AppError('invalid-input', 'This place is not in the workshop.', {
        issues: [issue('placeId', 'place-unknown')],
      })
    const saved = await rows.updatePiece(
      trx,
      who.workspaceId,
      { id, version: input.version },
      { placeId: input.placeId },
      now,
    )
    savedOrConflict(saved, await rows.getPiece(trx, who.workspaceId, id), 'piece')
    await rows.addPieceEvents(trx, who.workspaceId, [
      { pieceId: id, kind: 'moved', at: now, personId: who.personId, placeId: input.placeId },
    ])
    tellOf(trx, who, id, 'moved', now)
    return readLog(trx, who, id)
  })
}

export async function notePiece(who: Who, id: number, note: string, now: Date): Promise<PieceLog> {
  return inTransaction(async (trx) => {
    await pieceFor(trx, who, id, 'work on pieces')
    await rows.addPieceEvents(trx, who.workspaceId, [
      { pieceId: id, kind: 'note', at: now, personId: who.personId, note },
    ])
    tellOf(trx, who, id, 'noted', now)
    return readLog(trx, who, id)
  })
}

/** Writes what a finger found: whether a piece has come so far. */
export async function touchPiece(
  who: Who,
  id: number,
  { milestone, isThere }: TouchInput,
  now: Date,
): Promise<PieceLog> {
  return inTransaction(async (trx) => {
    const piece = await pieceFor(trx, who, id, 'work on pieces')
    if (!LYING.includes(piece.state))
      throw new AppError('invalid-input', `This piece is ${piece.state}; it cures no more.`)
    await rows.addPieceEvents(trx, who.workspaceId, [
      {
        pieceId: id,
        kind: isThere ? 'is there' : 'not yet',
        at: now,
        personId: who.personId,
        milestone,
      },
    ])
    tellOf(trx, who, id, 'touched', now)
    await askToFollow(trx, who, now)
    return readLog(trx, who, id)
  })
}

export async function photographPiece(
  who: Who,
  id: number,
  upload: Buffer,
  now: Date,
): Promise<PieceLog> {
  const photo = await storedPhoto(upload)
  return inTransaction(async (trx) => {
    await pieceFor(trx, who, id, 'work on pieces')
    await rows.insertPhoto(trx, who.workspaceId, {
      pieceId: id,
      personId: who.personId,
      takenAt: now,
      ...photo,
    })
    await rows.addPieceEvents(trx, who.workspaceId, [
      { pieceId: id, kind: 'photo', at: now, personId: who.personId },
    ])
    tellOf(trx, who, id, 'photographed', now)
    return readLog(trx, who, id)
  })
}

/** A piece that somebody may do this to. */
async function pieceFor(
  db: Db,
  who: Who,
  id: number,
  action: 'see pieces' | 'work on pieces',
): Promise<rows.StoredPiece> {
  const piece = found(await rows.getPiece(db, who.workspaceId, id), 'piece')
  requireMay(who, action, [piece.ownerId])
  return piece
}

async function readLog(db: Db, who: Who, id: number): Promise<PieceLog> {
  const piece = await pieceFor(db, who, id, 'see pieces')
  const ids = await rows.oneThing(db, who.workspaceId, id)
  return {
    piece: {
      id: piece.id,
      number: piece.number,
      state: piece.state,
      version: piece.version,
      orderId: piece.orderId,
      orderTitle: piece.orderTitle,
      recipeId: piece.recipeId,
      recipeName: piece.recipeName,
      placeId: piece.placeId,
      footprintCm2: piece.footprintCm2,
    },
    events: await rows.listPieceEvents(db, who.workspaceId, ids),
    photoIds: await rows.listPhotoIds(db, who.workspaceId, ids),
  }
}

export const getPieceLog = (who: Who, id: number): Promise<PieceLog> => readLog(database(), who, id)

export async function getPhoto(who: Who, id: number): Promise<Buffer> {
  const photo = found(await rows.getPhoto(database(), who.workspaceId, id), 'photograph')
  requireMay(who, 'see pieces', [photo.ownerId])
  return photo.webp
}

export async function listNotebook(
  who: Who,
  filter: NotebookFilter,
  before: string | null,
): Promise<Page<NotebookRow>> {
  if (before !== null && !/^\d+$/.test(before))
    throw new AppError('invalid-input', 'This page of the notebook does not exist.', {
      issues: [issue('before', 'cursor-unknown')],
    })
  return rows.listNotebook(database(), who.workspaceId, {
    ...filter,
    limit: NOTES_PER_PAGE,
    beforeId: before === null ? null : Number(before),
    ownerId: ownersSeen(who),
  })
}
