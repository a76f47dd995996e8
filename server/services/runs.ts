import { DateTime } from 'luxon'
import type { PlaceClimate } from '../../core/batch'
import { mix, type Measure } from '../../core/mix'
import { workableMin } from '../../core/resin'
import { foldRun, type RunTargets } from '../../core/run'
import type { KeyedRunEvent, MeasureChoice, Pot, RunView } from '../../shared/types'
import { database } from '../db/database'
import { markMaking } from '../db/orders'
import { addPieceEvents, layPieces, removePourEvents } from '../db/pieces'
import { plannedEnd } from '../db/plans'
import { getPot, lockPot, updatePot } from '../db/pots'
import { getRecipe } from '../db/recipes'
import { getResin } from '../db/resins'
import type { Db } from '../db/rows'
import { appendRunEvents, endRun, getRun, insertRun, type StoredRun } from '../db/runs'
import { getWorkspace, listPlaces } from '../db/workshop'
import { AppError } from './AppError'
import { found, inTransaction } from './transactions'
import type { Who } from './Who'

const DEFAULT_C = 20

export const measureOf = (choice: MeasureChoice): Measure =>
  choice.kind === 'cup' ? { kind: 'cup', graduationMl: choice.step } : { kind: 'scale', resolutionG: choice.step, tare: choice.tare }

/** The temperature that a room is expected to have now. */
function temperatureNow(climates: readonly PlaceClimate[], now: Date, timeZone: string): number {
  const local = DateTime.fromJSDate(now, { zone: timeZone })
  const minute = local.hour * 60 + local.minute
  const room = climates.find((climate) => 'dayC' in climate)
  if (!room || 'boxC' in room) return DEFAULT_C
  return minute >= room.dayFromMin && minute < room.nightFromMin ? room.dayC : room.nightC
}

async function targetsOf(db: Db, who: Who, pot: Pot, choice: MeasureChoice, now: Date): Promise<RunTargets> {
  const [resin, recipe, places, workspace] = await Promise.all([
    getResin(db, who.workspaceId, pot.resinId), getRecipe(db, who.workspaceId, pot.recipeId), listPlaces(db, who.workspaceId), getWorkspace(db, who.workspaceId),
  ])
  const layer = found(recipe, 'recipe').layers.find((one) => one.id === pot.layerId)
  const used = found(resin, 'resin')
  if (!layer) throw new AppError('unknown', 'This layer is not in its recipe any more.')
  const mixed = mix({ resin: used, need: { volumeMl: pot.needMl }, measure: measureOf(choice) })
  if (!mixed.ok) throw new AppError(mixed.code, 'This pot cannot be measured this way.', { issues: mixed.issues })
  const own = (part: 'a' | 'b') => (choice.kind === 'cup' ? mixed.value.measured[part].volumeMl : mixed.value.measured[part].massG) ?? 0
  const temperature = temperatureNow(places.map((place) => place.climate), now, workspace.timeZone)
  return {
    resin: { ratio: used.ratio, densityA: used.densityA, densityB: used.densityB, tolerancePct: used.tolerancePct },
    parts: mixed.value.steps.map((step) => ({ ...step, ownAmount: own(step.part) })),
    needMl: pot.needMl,
    stirMin: layer.stirMin,
    restMin: layer.restMin,
    pourMin: layer.pourMin * pot.pieces,
    workMin: workableMin(used, pot.needMl, temperature),
    heatAfterMin: layer.heatAfterMin,
  }
}

const viewOf = (run: StoredRun, pot: Pot, resinName: string): RunView => ({
  id: run.id, potId: pot.id, letter: pot.letter, tint: pot.tint, title: `${pot.recipeName}, ${pot.layerName}`, pieces: pot.pieces, resinName,
  personId: run.personId, targets: run.targets, events: run.events,
})

async function readRun(db: Db, who: Who, id: number): Promise<RunView> {
  const run = found(await getRun(db, who.workspaceId, id), 'run')
  const pot = found(await getPot(db, who.workspaceId, run.potId), 'pot')
  const resin = found(await getResin(db, who.workspaceId, pot.resinId), 'resin')
  return viewOf(run, pot, resin.name)
}

export const getRunView = (who: Who, id: number): Promise<RunView> => readRun(database(), who, id)

/** Begins the run of a pot, or returns the one that is under way: two taps start one run. */
export async function startRun(who: Who, potId: number, choice: MeasureChoice, now: Date): Promise<RunView> {
  return inTransaction(async (trx) => {
    await lockPot(trx, who.workspaceId, potId)
    const pot = found(await getPot(trx, who.workspaceId, potId), 'pot')
    if (pot.state === 'mixing' && pot.runId !== null) return readRun(trx, who, pot.runId)
    if (pot.state !== 'planned') throw new AppError('invalid-input', `Pot ${pot.letter} has been ${pot.state} already.`)
    const targets = await targetsOf(trx, who, pot, choice, now)
    const id = await insertRun(trx, who.workspaceId, { potId, personId: who.personId, targets, startedAt: now })
    await updatePot(trx, who.workspaceId, potId, { state: 'mixing' }, now)
    await markMaking(trx, who.workspaceId, pot.orderLineId, now)
    return readRun(trx, who, id)
  })
}

/**
 * Adds what was done at the bench to a run's log, and brings pot and pieces in step with where the log stands.
 * Events carry keys of the sender's own, so a list that is sent again after a lost answer changes nothing.
 */
export async function addRunEvents(who: Who, runId: number, events: readonly KeyedRunEvent[], now: Date): Promise<RunView> {
  return inTransaction(async (trx) => {
    const before = found(await getRun(trx, who.workspaceId, runId, true), 'run')
    await appendRunEvents(trx, who.workspaceId, runId, who.personId, events)
    const after = found(await getRun(trx, who.workspaceId, runId), 'run')
    await settle(trx, who, before, after, now)
    return readRun(trx, who, runId)
  })
}

async function settle(db: Db, who: Who, before: StoredRun, after: StoredRun, now: Date): Promise<void> {
  const was = foldRun(before.targets, before.events)
  const is = foldRun(after.targets, after.events)
  if (was.step.kind === is.step.kind && was.cureStartedAt === is.cureStartedAt) return
  const pot = found(await getPot(db, who.workspaceId, after.potId), 'pot')
  if (is.step.kind === 'done') {
    const laid = after.events.findLast((event) => event.kind === 'cureStarted')
    const placeId = laid?.kind === 'cureStarted' ? laid.placeId : null
    const places = await listPlaces(db, who.workspaceId)
    if (!places.some((place) => place.id === placeId)) throw new AppError('invalid-input', 'This place is not in the workshop.', { issues: [{ path: 'events', message: 'names a place that does not exist' }] })
    const pieceIds = await layPieces(db, who.workspaceId, { orderLineId: pot.orderLineId, first: pot.firstPiece, count: pot.pieces, placeId, now })
    const plannedAt = await plannedEnd(db, who.workspaceId, { potId: pot.id, kind: 'pour' })
    const at = new Date(is.pourEndedAt ?? now.getTime())
    await addPieceEvents(db, who.workspaceId, pieceIds.map((pieceId) => ({ pieceId, kind: 'poured', at, plannedAt, personId: who.personId, layerId: pot.layerId, runId: after.id, placeId })))
  }
  if (was.step.kind === 'done' && is.step.kind !== 'done') await removePourEvents(db, who.workspaceId, after.id)
  const state = is.step.kind === 'done' ? 'poured' : is.step.kind === 'spoiled' ? 'spoiled' : 'mixing'
  await updatePot(db, who.workspaceId, pot.id, { state }, now)
  await endRun(db, who.workspaceId, after.id, state === 'mixing' ? null : now)
}
