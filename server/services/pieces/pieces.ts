import { issue } from '../../../core/result'
import { foldPiece, type PieceState } from '../../../core/run'
import type { EVENT_KINDS } from '../../../shared/events'
import type { Page } from '../../../shared/types/exchange'
import type { NotebookFilter, NotebookRow } from '../../../shared/types/notebook'
import type { FrontInput, MarkInput, TouchInput } from '../../../shared/schemas/pieces'
import type { CureView, PieceLog, PieceOpening, PieceRow } from '../../../shared/types/pieces'
import { database } from '../../db/database'
import { pieceLogs } from '../../db/pieceLogs'
import { raiseLine } from '../../db/mendings'
import { listLines } from '../../db/orders'
import * as rows from '../../db/pieces'
import { listResins } from '../../db/resins'
import { iso, type Db } from '../../db/rows'
import { getWorkspace, listPlaces } from '../../db/workshop'
import { AppError } from '../AppError'
import { recipesOfLines } from '../recipes/lineRecipes'
import { readCures, type PieceCure } from './cures'
import { memberNamed, recipeOfPiece } from './mending'
import { storedPhoto } from './storedPhoto'
import { tell } from '../../events/tell'
import { askToFollow } from '../planning/propose/follow'
import { arrangePots } from '../pots/arrangePots'
import { lostAgain } from '../pots/sparedOf'
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
  // One thing lies there, whether it was poured once or mended since; of a set the others do, too.
  const mendedSince = new Set(
    pieces.flatMap(({ id, mendsId, mendsPart }) =>
      mendsId !== null && mendsPart === '' && cures.has(id) ? [mendsId] : [],
    ),
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

export type PieceKind = (typeof EVENT_KINDS)['piece'][number]
export const tellOf = (trx: Db, who: Who, id: number, kind: PieceKind, at: Date): void =>
  tell(trx, who.workspaceId, { subject: 'piece', kind, id, by: who.personId, at })

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

/**
 * Makes more of what a piece is one of: a spare beside what is made again. All of them are spares,
 * those that take the place of what was lost too: nobody asked for more pieces than before.
 */
export const makeMore = (who: Who, id: number, more: number, now: Date): Promise<PieceLog> =>
  inTurn(who.workspaceId, async (trx) => {
    const piece = await pieceFor(trx, who, id, 'work on pieces')
    requireMay(who, 'change orders', [piece.ownerId])
    if (piece.mendsId !== null)
      throw new AppError('invalid-input', 'What is mended is there already: no more of it is made.')
    const own = await rows.listPieces(trx, who.workspaceId, { orderLineIds: [piece.orderLineId] })
    const [line] = await listLines(trx, who.workspaceId, [piece.orderLineId])
    const again = lostAgain(found(line ?? null, 'order line'), own)
    await raiseLine(trx, who.workspaceId, piece, more + again.length)
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
export async function pieceFor(
  db: Db,
  who: Who,
  id: number,
  action: 'see pieces' | 'work on pieces',
): Promise<rows.StoredPiece> {
  const piece = found(await rows.getPiece(db, who.workspaceId, id), 'piece')
  requireMay(who, action, [piece.ownerId])
  return piece
}

export async function readLog(db: Db, who: Who, id: number): Promise<PieceLog> {
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
