import { issue } from '../../../core/result'
import { MS_PER_DAY } from '../../../core/units'
import { potOf, usesOfPot } from '../../../core/pot'
import { mixOnDevice } from '../../../core/mix'
import type { Recipe } from '../../../core/trade'
import { fits, foldPiece, foldRun, type RunEventKind, type RunTargets } from '../../../core/run'
import type { MeasureChoice } from '../../../shared/schemas/people'
import type { Pot, PotState } from '../../../shared/types/pots'
import type { KeyedRunEvent } from '../../../shared/schemas/runs'
import type { RunView } from '../../../shared/types/runs'
import { database } from '../../db/database'
import { HOUSE_TABLES } from '../../db/house'
import { listLines, moveOn, pinRecipe } from '../../db/orders'
import { listPeople } from '../../db/people'
import { pieceLogs } from '../../db/pieceLogs'
import { addPieceEvents, layPieces, removePours, setPiece } from '../../db/pieces'
import { plannedEnd } from '../../db/plans'
import { getPot, setPotState, type StoredPot } from '../../db/pots'
import { addReading } from '../../db/readings'
import { getRecipe } from '../../db/recipes'
import { keepVersion } from '../../db/recipeVersions'
import { getResin } from '../../db/resins'
import type { Db } from '../../db/rows'
import {
  appendRunEvents,
  endRun,
  getRun,
  insertRun,
  openRunIds,
  type StoredRun,
} from '../../db/runs'
import { getWorkspace, listPigments, listPlaces, lockWorkspace } from '../../db/workshop'
import { piecesOfPot, potTitle } from '../../../shared/potTitle'
import { measureOf } from '../../../shared/measureOf'
import { issueSentence, issueWords } from '../../../shared/words'
import { tell } from '../../events/tell'
import { AppError } from '../AppError'
import { benchTemperature } from '../climate/benchTemperature'
import { requirePouredBelow } from '../pieces/layersMissing'
import { askToFollow } from '../planning/propose/follow'
import { arrangePots } from '../pots/arrangePots'
import { requirePot } from '../pots/pots'
import { recipesOfLines } from '../recipes/lineRecipes'
import { may, requireMay } from '../rights'
import { lotsOfRun } from '../../db/stock'
import { settleRunDraws } from '../stock/drawnByRun'
import { found, inTransaction, inTurn } from '../transactions'
import type { Who } from '../Who'

/** Once a pot is begun its orders are being made. */
const BEGUN = { from: ['asked', 'accepted'], to: 'making' } as const

async function targetsOf(
  db: Db,
  who: Who,
  pot: Pot,
  choice: MeasureChoice,
  now: Date,
): Promise<RunTargets> {
  const [resin, places, workspace, pigments, materials, recipes] = await Promise.all([
    getResin(db, who.workspaceId, pot.resinId),
    listPlaces(db, who.workspaceId),
    getWorkspace(db, who.workspaceId),
    listPigments(db, who.workspaceId),
    HOUSE_TABLES.materials.list(db, who.workspaceId),
    recipesOf(db, who, pot),
  ])
  const used = found(resin, 'resin')
  if (pot.portions.length === 0)
    throw new AppError('unknown', 'The layers of this pot are not in their recipes any more.')
  const mixed = mixOnDevice(used, pot.needMl, measureOf(choice))
  if (!mixed.ok)
    throw new AppError(mixed.code, 'This pot cannot be measured this way.', {
      issues: mixed.issues,
    })
  const own = (part: 'a' | 'b') =>
    (choice.kind === 'cup'
      ? mixed.value.measured[part].volumeMl
      : mixed.value.measured[part].massG) ?? 0
  const known = new Map(pigments.map((pigment) => [pigment.id, pigment]))
  const bench = await benchTemperature(db, who.workspaceId, places, now, workspace.timeZone)
  const figures = potOf(pot.portions, {
    resin: used,
    rules: workspace.rules,
    warmC: bench.tempC,
    pigments: known,
  })
  const tints = new Map(figures.cups.map((cup) => [cup.id, cup.tint]))
  return {
    resinId: used.id,
    resin: {
      ratio: used.ratio,
      densityA: used.densityA,
      densityB: used.densityB,
      tolerancePct: used.tolerancePct,
    },
    parts: mixed.value.steps.map((step) => ({ ...step, ownAmount: own(step.part) })),
    needMl: pot.needMl,
    cups: figures.cups.map((cup) => ({
      name: cup.name,
      takenMl: cup.takenMl,
      doses: cup.doses?.map(({ pigmentId: _pigmentId, ...dose }) => dose) ?? null,
      fillers: cup.fillers,
      received: cup.received,
      tint: cup.tint,
      restMin: cup.restMin,
    })),
    pours: figures.pours.map((pour) => ({
      cup: pour.cupName,
      layer: pour.layer,
      pieces: pour.pieces,
      how: pour.how,
      where: pour.where,
      ml: pour.ml,
      perPieceMl: pour.perPieceMl,
      drops: pour.drops.map(({ name, n }) => ({ name, n })),
      fromMin: pour.fromMin,
      tint: tints.get(pour.cup) ?? '',
    })),
    stirMin: figures.stirMin,
    restMin: figures.restMin,
    pourMin: figures.pourMin,
    workMin: figures.workMin + (used.countsFrom === 'contact' ? figures.stirMin : 0),
    warmth: {
      tempC: bench.tempC,
      isMeasured: bench.isMeasured,
      referenceC: used.referenceC,
      activationKJ: used.activationKJ,
      fromContact: used.countsFrom === 'contact',
    },
    heatAfterMin: figures.heatAfterMin,
    heatTools: figures.heatTools,
    uses: usesOfPot(pot.portions, figures, {
      pigments: known,
      materials: new Map(materials.map((material) => [material.id, material])),
      recipeOf: (portion) => recipes.get(portion.lineId),
    }),
  }
}

/** The recipe of each line that a pot pours. */
async function recipesOf(db: Db, who: Who, pot: Pot): Promise<ReadonlyMap<number, Recipe>> {
  const lines = await listLines(
    db,
    who.workspaceId,
    pot.portions.map(({ lineId }) => lineId),
  )
  const recipeOf = await recipesOfLines(db, who.workspaceId, lines)
  return new Map(
    lines.flatMap((line) => {
      const recipe = recipeOf(line)
      return recipe ? [[line.id, recipe] as const] : []
    }),
  )
}

const viewOf = (
  run: StoredRun,
  pot: Pot,
  resinName: string,
  drawnFrom: RunView['drawnFrom'],
): RunView => ({
  id: run.id,
  potId: pot.id,
  letter: pot.letter,
  tint: pot.tint,
  title: potTitle(pot),
  pieces: piecesOfPot(pot),
  resinName,
  personId: foldRun(run.targets, run.events).handedTo ?? run.personId,
  targets: run.targets,
  drawnFrom,
  events: run.events,
})

/** A pot that somebody may do this with: a guest with one that pours nothing but their own. */
async function potFor(
  db: Db,
  who: Who,
  potId: number,
  action: 'see runs' | 'pour pots',
): Promise<Pot> {
  const stored = found(await getPot(db, who.workspaceId, potId), 'pot')
  requireMay(
    who,
    action,
    stored.portions.map((portion) => portion.ownerId),
  )
  return requirePot(db, who, potId)
}

async function readRun(db: Db, who: Who, id: number): Promise<RunView> {
  const run = found(await getRun(db, who.workspaceId, id), 'run')
  const pot = await potFor(db, who, run.potId, 'see runs')
  const resin = found(await getResin(db, who.workspaceId, pot.resinId), 'resin')
  return viewOf(run, pot, resin.name, await lotsOfRun(db, who.workspaceId, id))
}

export const getRunView = (who: Who, id: number): Promise<RunView> => readRun(database(), who, id)

/** The runs that go on at the benches, of those that somebody may see. */
export async function openRuns(who: Who): Promise<RunView[]> {
  const db = database()
  const views: RunView[] = []
  for (const id of await openRunIds(db, who.workspaceId)) {
    const run = found(await getRun(db, who.workspaceId, id), 'run')
    const pot = found(await getPot(db, who.workspaceId, run.potId), 'pot')
    const owners = pot.portions.map((portion) => portion.ownerId)
    if (may(who, 'see runs', owners)) views.push(await readRun(db, who, id))
  }
  return views
}

/**
 * Begins the run of a pot, or returns the one that is under way: two taps start one run.
 * @param soItIs what lies below is poured, whatever the log says
 */
export async function startRun(
  who: Who,
  potId: number,
  choice: MeasureChoice,
  now: Date,
  soItIs = false,
): Promise<RunView> {
  return inTurn(who.workspaceId, async (trx) => {
    const pot = await potFor(trx, who, potId, 'pour pots')
    if (pot.state === 'mixing' && pot.runId !== null) return readRun(trx, who, pot.runId)
    if (pot.state !== 'planned')
      throw new AppError('invalid-input', `Pot ${pot.letter} has been ${pot.state} already.`)
    if (!soItIs)
      await requirePouredBelow(
        trx,
        who.workspaceId,
        found(await getPot(trx, who.workspaceId, potId), 'pot'),
      )
    const targets = await targetsOf(trx, who, pot, choice, now)
    const id = await insertRun(trx, who.workspaceId, {
      potId,
      personId: who.personId,
      targets,
      startedAt: now,
    })
    await setPotState(trx, who.workspaceId, potId, 'mixing', now)
    await beginLines(trx, who, pot, now)
    tell(trx, who.workspaceId, { subject: 'run', kind: 'begun', id, by: who.personId, at: now })
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
  }
  for (const orderId of new Set(pot.portions.map((portion) => portion.orderId)))
    if (await moveOn(db, who.workspaceId, orderId, BEGUN, now))
      tell(db, who.workspaceId, {
        subject: 'order',
        kind: 'begun',
        id: orderId,
        by: who.personId,
        at: now,
        changed: ['state'],
      })
}

/** Events by which something comes out of the stores, or goes back. */
const DRAWING: ReadonlySet<RunEventKind> = new Set([
  'weighed',
  'ranShort',
  'stirEnded',
  'cureStarted',
  'undone',
])

/** Events after which a pot may be another than before, and its orders' pots with it. */
const SETTLING: ReadonlySet<RunEventKind> = new Set(['cureStarted', 'spoiled', 'undone'])

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
  requireHappened(events, now)
  return inTransaction(async (trx) => {
    if (events.some((event) => SETTLING.has(event.kind))) await lockWorkspace(trx, who.workspaceId)
    const before = found(await getRun(trx, who.workspaceId, runId, true), 'run')
    await potFor(trx, who, before.potId, 'pour pots')
    const fresh = unknownOf(before, events)
    await requireFitting(trx, who, before, events)
    await requirePeople(trx, who, events)
    await appendRunEvents(trx, who.workspaceId, runId, who.personId, fresh)
    await noteBench(trx, who, fresh)
    const after = found(await getRun(trx, who.workspaceId, runId), 'run')
    await settle(trx, who, before, after, now)
    if (fresh.some((event) => DRAWING.has(event.kind))) await settleRunDraws(trx, who, after, now)
    if (fresh.length > 0)
      tell(trx, who.workspaceId, {
        subject: 'run',
        kind: RUN_KINDS[factsOf(after).state],
        id: runId,
        by: who.personId,
        at: now,
        changed: [...new Set(fresh.map(({ kind }) => kind))],
      })
    return readRun(trx, who, runId)
  })
}

/** A pot is handed over to somebody who is there. */
async function requirePeople(db: Db, who: Who, events: readonly KeyedRunEvent[]): Promise<void> {
  if (!events.some(({ kind }) => kind === 'handedOver')) return
  const there = new Set(
    (await listPeople(db, who.workspaceId)).flatMap(({ id, hasLeft }) => (hasLeft ? [] : [id])),
  )
  const issues = events.flatMap((event, i) =>
    event.kind === 'handedOver' && !there.has(event.personId)
      ? [issue(`events[${i}].personId`, 'not-here-any-more')]
      : [],
  )
  if (issues.length > 0)
    throw new AppError('invalid-input', 'Nobody of this workshop can go on with it.', { issues })
}

/** What was measured at the bench is true of its room. */
async function noteBench(db: Db, who: Who, events: readonly KeyedRunEvent[]): Promise<void> {
  for (const event of events) {
    if (event.kind !== 'measured') continue
    const [places, { timeZone }] = await Promise.all([
      listPlaces(db, who.workspaceId),
      getWorkspace(db, who.workspaceId),
    ])
    const at = new Date(event.at)
    const { roomId } = await benchTemperature(db, who.workspaceId, places, at, timeZone)
    if (roomId === null) continue
    await addReading(db, who.workspaceId, {
      roomId,
      placeId: null,
      at,
      tempC: event.tempC,
      humidityPct: null,
      source: 'hand',
      personId: who.personId,
    })
    tell(db, who.workspaceId, {
      subject: 'reading',
      kind: 'noted',
      id: null,
      by: who.personId,
      at,
    })
  }
}

/** A device whose clock is a day ahead would spoil the log. */
function requireHappened(events: readonly KeyedRunEvent[], now: Date): void {
  const issues = events.flatMap(({ at }, i) =>
    at > now.getTime() + MS_PER_DAY ? [issue(`events[${i}].at`, 'not-yet')] : [],
  )
  const [first] = issues
  if (first) throw new AppError('invalid-input', `It ${issueWords(first)}.`, { issues })
}

/** Events that the log does not hold yet, each once. */
function unknownOf(run: StoredRun, events: readonly KeyedRunEvent[]): KeyedRunEvent[] {
  const known = new Set(run.events.map((event) => event.key))
  return events.filter((event) => !known.has(event.key) && known.add(event.key))
}

/**
 * Refuses a list of which one event does not follow on those before it: another device was faster,
 * or nothing of the kind was asked for. The sender is shown the run as it stands and told which one
 * it is; nothing of the list is kept.
 */
async function requireFitting(
  db: Db,
  who: Who,
  run: StoredRun,
  events: readonly KeyedRunEvent[],
): Promise<void> {
  const log = [...run.events]
  for (const event of unknownOf(run, events)) {
    const { step } = foldRun(run.targets, log)
    if (!fits(step, event)) {
      const wrong = issue(`events[${events.indexOf(event)}]`, 'step-passed', {
        done: event.kind,
        donePart: event.kind === 'weighed' ? event.part : null,
        asks: step.kind,
        asksPart: step.kind === 'weigh' ? step.part : null,
      })
      throw new AppError('conflict', issueSentence(wrong), {
        issues: [wrong],
        current: await readRun(db, who, run.id),
      })
    }
    log.push(event)
  }
}
/** What a log says of its pot and pieces. */
interface RunFacts {
  state: Extract<PotState, 'mixing' | 'poured' | 'spoiled'>
  /** Where the pieces were laid; null while they are not poured. */
  placeId: number | null
  pouredAt: number | null
}
const RUN_KINDS = { mixing: 'gone on', poured: 'poured', spoiled: 'given up' } as const
function factsOf({ targets, events }: StoredRun): RunFacts {
  const { step, placeId, pourEndedAt, cureStartedAt } = foldRun(targets, events)
  return step.kind === 'done'
    ? { state: 'poured', placeId, pouredAt: pourEndedAt ?? cureStartedAt }
    : { state: step.kind === 'spoiled' ? 'spoiled' : 'mixing', placeId: null, pouredAt: null }
}

/** Brings pot and pieces from what the log said to what it says now. */
async function settle(
  db: Db,
  who: Who,
  before: StoredRun,
  after: StoredRun,
  now: Date,
): Promise<void> {
  const [was, is] = [factsOf(before), factsOf(after)]
  if (was.state === is.state && was.placeId === is.placeId && was.pouredAt === is.pouredAt) return
  const pot = found(await getPot(db, who.workspaceId, after.potId), 'pot')
  const gone = was.state === 'poured' ? await removePours(db, who.workspaceId, after.id) : []
  if (is.state === 'poured') await layDown(db, who, pot, after.id, is, now)
  else await layBack(db, who, gone, now)
  if (was.state === is.state) return
  await setPotState(db, who.workspaceId, pot.id, is.state, now)
  await endRun(db, who.workspaceId, after.id, is.state === 'mixing' ? null : now)
  const lineIds = new Set(pot.portions.map((portion) => portion.lineId))
  await arrangePots(db, who.workspaceId, (line) => lineIds.has(line.id), now)
  await askToFollow(db, who, now)
}

/** Pieces whose last pour was taken back are what their logs say without it, and lie where they did. */
async function layBack(db: Db, who: Who, pieceIds: readonly number[], now: Date): Promise<void> {
  const logs = await pieceLogs(db, who.workspaceId, pieceIds)
  for (const id of pieceIds) {
    const { state, placeId } = foldPiece(logs.get(id) ?? [])
    await setPiece(db, who.workspaceId, id, { state, placeId }, now)
  }
}

/** Lays the pieces that a pot was poured for where they cure. */
async function layDown(
  db: Db,
  who: Who,
  pot: StoredPot,
  runId: number,
  { placeId, pouredAt }: RunFacts,
  now: Date,
): Promise<void> {
  const places = await listPlaces(db, who.workspaceId)
  if (!places.some((place) => place.id === placeId && !place.isArchived))
    throw new AppError('invalid-input', 'This place is not in the workshop.', {
      issues: [issue('events', 'place-unknown')],
    })
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
        at: new Date(pouredAt ?? now.getTime()),
        plannedAt,
        personId: who.personId,
        layerId,
        runId,
        placeId,
      })),
    )
  }
}
