import { DateTime } from 'luxon'
import { issue } from '../../../core/result'
import type { PlaceClimate } from '../../../core/cure'
import { potOf, tintOfPot } from '../../../core/pot'
import { mix, type Measure } from '../../../core/mix'
import { foldRun, type RunTargets } from '../../../core/run'
import type { MeasureChoice } from '../../../shared/schemas/people'
import type { Pot } from '../../../shared/types/pots'
import type { KeyedRunEvent } from '../../../shared/schemas/runs'
import type { RunView } from '../../../shared/types/runs'
import { database } from '../../db/database'
import { markMaking, pinRecipe } from '../../db/orders'
import { addPieceEvents, layPieces, removePourEvents } from '../../db/pieces'
import { plannedEnd } from '../../db/plans'
import { getPot, lockPots, setPotState } from '../../db/pots'
import { getRecipe } from '../../db/recipes'
import { keepVersion } from '../../db/recipeVersions'
import { getResin } from '../../db/resins'
import type { Db } from '../../db/rows'
import { appendRunEvents, endRun, getRun, insertRun, type StoredRun } from '../../db/runs'
import { getWorkspace, listPigments, listPlaces } from '../../db/workshop'
import { piecesOfPot, potTitle } from '../../../shared/potTitle'
import { AppError } from '../AppError'
import { requirePot } from '../pots/pots'
import { found, inTransaction } from '../transactions'
import type { Who } from '../Who'

const DEFAULT_C = 20

const measureOf = (choice: MeasureChoice): Measure =>
  choice.kind === 'cup'
    ? { kind: 'cup', graduationMl: choice.step }
    : { kind: 'scale', resolutionG: choice.step, tare: choice.tare }

/** The temperature that a room is expected to have now. */
function temperatureNow(climates: readonly PlaceClimate[], now: Date, timeZone: string): number {
  const local = DateTime.fromJSDate(now, { zone: timeZone })
  const minute = local.hour * 60 + local.minute
  const room = climates.find((climate) => 'dayC' in climate)
  if (!room || 'boxC' in room) return DEFAULT_C
  return minute >= room.dayFromMin && minute < room.nightFromMin ? room.dayC : room.nightC
}

async function targetsOf(
  db: Db,
  who: Who,
  pot: Pot,
  choice: MeasureChoice,
  now: Date,
): Promise<RunTargets> {
  const [resin, places, workspace, pigments] = await Promise.all([
    getResin(db, who.workspaceId, pot.resinId),
    listPlaces(db, who.workspaceId),
    getWorkspace(db, who.workspaceId),
    listPigments(db, who.workspaceId),
  ])
  const used = found(resin, 'resin')
  if (pot.portions.length === 0)
    throw new AppError('unknown', 'The layers of this pot are not in their recipes any more.')
  const mixed = mix({ resin: used, need: { volumeMl: pot.needMl }, measure: measureOf(choice) })
  if (!mixed.ok)
    throw new AppError(mixed.code, 'This pot cannot be measured this way.', {
      issues: mixed.issues,
    })
  const own = (part: 'a' | 'b') =>
    (choice.kind === 'cup'
      ? mixed.value.measured[part].volumeMl
      : mixed.value.measured[part].massG) ?? 0
  const figures = potOf(
    pot.portions,
    used,
    workspace.rules,
    temperatureNow(
      places.map((place) => place.climate),
      now,
      workspace.timeZone,
    ),
  )
  const tinted = tintOfPot(figures, used, new Map(pigments.map((pigment) => [pigment.id, pigment])))
  const dosed = tinted.ok ? tinted.value : null
  return {
    resin: {
      ratio: used.ratio,
      densityA: used.densityA,
      densityB: used.densityB,
      tolerancePct: used.tolerancePct,
    },
    parts: mixed.value.steps.map((step) => ({ ...step, ownAmount: own(step.part) })),
    needMl: pot.needMl,
    colours: figures.colours.map(({ names, cupMl, cups }, i) => ({
      name: names.join(', '),
      cupMl,
      cups,
      pigments: dosed?.[i]?.pigments ?? [],
    })),
    stirMin: figures.stirMin,
    restMin: figures.restMin,
    pourMin: figures.pourMin,
    workMin: figures.workMin,
    heatAfterMin: figures.heatAfterMin,
  }
}

const viewOf = (run: StoredRun, pot: Pot, resinName: string): RunView => ({
  id: run.id,
  potId: pot.id,
  letter: pot.letter,
  tint: pot.tint,
  title: potTitle(pot),
  pieces: piecesOfPot(pot),
  resinName,
  personId: run.personId,
  targets: run.targets,
  events: run.events,
})

async function readRun(db: Db, who: Who, id: number): Promise<RunView> {
  const run = found(await getRun(db, who.workspaceId, id), 'run')
  const pot = await requirePot(db, who, run.potId)
  const resin = found(await getResin(db, who.workspaceId, pot.resinId), 'resin')
  return viewOf(run, pot, resin.name)
}

export const getRunView = (who: Who, id: number): Promise<RunView> => readRun(database(), who, id)

/** Begins the run of a pot, or returns the one that is under way: two taps start one run. */
export async function startRun(
  who: Who,
  potId: number,
  choice: MeasureChoice,
  now: Date,
): Promise<RunView> {
  return inTransaction(async (trx) => {
    await lockPots(trx, who.workspaceId, [potId])
    const pot = await requirePot(trx, who, potId)
    if (pot.state === 'mixing' && pot.runId !== null) return readRun(trx, who, pot.runId)
    if (pot.state !== 'planned')
      throw new AppError('invalid-input', `Pot ${pot.letter} has been ${pot.state} already.`)
    const targets = await targetsOf(trx, who, pot, choice, now)
    const id = await insertRun(trx, who.workspaceId, {
      potId,
      personId: who.personId,
      targets,
      startedAt: now,
    })
    await setPotState(trx, who.workspaceId, potId, 'mixing', now)
    await beginLines(trx, who, pot, now)
    return readRun(trx, who, id)
  })
}

/**
 * The orders that a pot serves are being made from here on, each by its recipe as it stands now.
 */
async function beginLines(db: Db, who: Who, pot: Pot, now: Date): Promise<void> {
  const recipeOf = new Map(pot.portions.map(({ lineId, recipeId }) => [lineId, recipeId]))
  for (const [lineId, recipeId] of recipeOf) {
    const recipe = found(await getRecipe(db, who.workspaceId, recipeId), 'recipe')
    await keepVersion(db, who.workspaceId, recipe, { at: now, by: null })
    await pinRecipe(db, who.workspaceId, lineId, recipe.version)
    await markMaking(db, who.workspaceId, lineId, now)
  }
}

/**
 * Adds what was done at the bench to a run's log, and brings pot and pieces in step with where the
 * log stands.
 * Events carry keys of the sender's own, so a list that is sent again after a lost answer changes
 * nothing.
 */
export async function addRunEvents(
  who: Who,
  runId: number,
  events: readonly KeyedRunEvent[],
  now: Date,
): Promise<RunView> {
  return inTransaction(async (trx) => {
    const before = found(await getRun(trx, who.workspaceId, runId, true), 'run')
    await appendRunEvents(trx, who.workspaceId, runId, who.personId, events)
    const after = found(await getRun(trx, who.workspaceId, runId), 'run')
    await settle(trx, who, before, after, now)
    return readRun(trx, who, runId)
  })
}

async function settle(
  db: Db,
  who: Who,
  before: StoredRun,
  after: StoredRun,
  now: Date,
): Promise<void> {
  const was = foldRun(before.targets, before.events)
  const is = foldRun(after.targets, after.events)
  if (was.step.kind === is.step.kind && was.cureStartedAt === is.cureStartedAt) return
  const pot = found(await getPot(db, who.workspaceId, after.potId), 'pot')
  if (is.step.kind === 'done') {
    const laid = after.events.findLast((event) => event.kind === 'cureStarted')
    const placeId = laid?.kind === 'cureStarted' ? laid.placeId : null
    const places = await listPlaces(db, who.workspaceId)
    if (!places.some((place) => place.id === placeId))
      throw new AppError('invalid-input', 'This place is not in the workshop.', {
        issues: [issue('events', 'place-unknown')],
      })
    const at = new Date(is.pourEndedAt ?? now.getTime())
    for (const { lineId, layerId, firstPiece, pieces } of pot.portions) {
      const pieceIds = await layPieces(db, who.workspaceId, {
        orderLineId: lineId,
        first: firstPiece,
        count: pieces,
        placeId,
        now,
      })
      const plannedAt = await plannedEnd(db, who.workspaceId, {
        potId: pot.id,
        orderLineId: lineId,
        kind: 'pour',
      })
      await addPieceEvents(
        db,
        who.workspaceId,
        pieceIds.map((pieceId) => ({
          pieceId,
          kind: 'poured',
          at,
          plannedAt,
          personId: who.personId,
          layerId,
          runId: after.id,
          placeId,
        })),
      )
    }
  }
  if (was.step.kind === 'done' && is.step.kind !== 'done')
    await removePourEvents(db, who.workspaceId, after.id)
  const state =
    is.step.kind === 'done' ? 'poured' : is.step.kind === 'spoiled' ? 'spoiled' : 'mixing'
  await setPotState(db, who.workspaceId, pot.id, state, now)
  await endRun(db, who.workspaceId, after.id, state === 'mixing' ? null : now)
}
