import { issue } from '../../../core/result'
import { foldPiece, type PieceState } from '../../../core/run'
import type { EVENT_KINDS } from '../../../shared/events'
import type { Page } from '../../../shared/types/exchange'
import type { NotebookFilter, NotebookRow } from '../../../shared/types/notebook'
import type { TouchInput, Verdict } from '../../../shared/schemas/pieces'
import type { CureView, PieceLog, PieceOpening, PieceRow } from '../../../shared/types/pieces'
import { database } from '../../db/database'
import { pieceLogs } from '../../db/pieceLogs'
import * as rows from '../../db/pieces'
import { plannedEnd } from '../../db/plans'
import { listResins } from '../../db/resins'
import { iso, type Db } from '../../db/rows'
import { getWorkspace, listPlaces } from '../../db/workshop'
import { AppError } from '../AppError'
import { recipesOfLines } from '../recipes/lineRecipes'
import { readCures, type PieceCure } from './cures'
import { requireAllPoured } from './layersMissing'
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
  const cures = await readCures(db, workspaceId, ids, {
    places,
    resins: new Map(resins.map((resin) => [resin.id, resin])),
    timeZone: workspace.timeZone,
  })
  return pieces.flatMap((piece) => {
    const cure = cures.get(piece.id)
    if (!cure) return []
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
  rework: 'judged',
  lost: 'judged',
  'taken back': 'taken back',
}
const tellOf = (trx: Db, who: Who, id: number, kind: PieceKind, at: Date): void =>
  tell(trx, who.workspaceId, { subject: 'piece', kind, id, by: who.personId, at })

const ALLOWED: Record<Act, readonly PieceState[]> = {
  demoulded: ['curing'],
  good: ['curing', 'demoulded', 'rework'],
  rework: ['curing', 'demoulded'],
  lost: ['curing', 'demoulded', 'rework'],
  'taken back': ['demoulded', 'good', 'rework', 'lost'],
}
/** What is done to pieces that are poured whole. */
const FINISHES: readonly Act[] = ['demoulded', 'good']

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
 * Demoulds or judges a piece, or takes the last of these back; each is written in its log. What
 * failed gets pots to be made again from, and gives them back when that is taken back.
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
    await arrangePots(trx, who.workspaceId, (line) => line.id === lineId, now)
    await askToFollow(trx, who, now)
    return readLog(trx, who, id)
  })

interface Acting {
  version: number
  note: string
  soItIs?: boolean
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
  const log = (await pieceLogs(trx, who.workspaceId, [id])).get(id) ?? []
  const { state, placeId } = foldPiece([...log, { kind: act, at: now }])
  const saved = await rows.updatePiece(
    trx,
    who.workspaceId,
    { id, version: input.version },
    { state, placeId },
    now,
  )
  savedOrConflict(saved, await rows.getPiece(trx, who.workspaceId, id), 'piece')
  if (FINISHES.includes(act) && !input.soItIs) await requireAllPoured(trx, who.workspaceId, piece)
  await rows.addPieceEvents(trx, who.workspaceId, [
    {
      pieceId: id,
      kind: act,
      at: now,
      plannedAt: await plannedFor(trx, who, piece, act),
      personId: who.personId,
      note: input.note,
    },
  ])
  tellOf(trx, who, id, ACT_KINDS[act], now)
  return piece.orderLineId
}

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
  const { orderLineId: _line, recipeVersion: _version, ownerId: _owner, ...shown } = piece
  return {
    piece: shown,
    events: await rows.listPieceEvents(db, who.workspaceId, id),
    photoIds: await rows.listPhotoIds(db, who.workspaceId, id),
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
