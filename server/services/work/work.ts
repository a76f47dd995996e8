import { issue } from '../../../core/result'
import { doingKey, foldWork, WORK_OF_LAYERS } from '../../../core/run'
import { CARRYING, SANDING, type Entry, type Recipe } from '../../../core/trade'
import { MS_PER_DAY, MS_PER_MIN } from '../../../core/units'
import type { WorkTold } from '../../../shared/schemas/work'
import type { PlanView } from '../../../shared/types/plan'
import { listLines, type StoredLine } from '../../db/orders'
import { listPeople } from '../../db/people'
import { listPieces } from '../../db/pieces'
import type { Db } from '../../db/rows'
import { addWork, knownKeys, listWork, type NewWork, type StoredWork } from '../../db/work'
import { tell } from '../../events/tell'
import { AppError } from '../AppError'
import { actIn } from '../pieces/judging'
import { currentPlan } from '../planning/plans'
import { askToFollow } from '../planning/propose/follow'
import { recipesOfLines, type RecipeOf } from '../recipes/lineRecipes'
import { requireMay } from '../rights'
import { settleWorkDraws } from '../stock/drawnByWork'
import { inTurn } from '../transactions'
import type { Who } from '../Who'

/** What an event is checked against. */
interface Known {
  lines: ReadonlyMap<number, StoredLine>
  recipeOf: RecipeOf
  people: ReadonlySet<number>
}

/**
 * Writes what hands tell of their work. Each is told under a key of the sender's own, so a list that
 * is sent again after a lost answer changes nothing. Taking pieces out of their mould is written in
 * their logs too.
 * @param soItIs the pieces are poured whole, whatever the log says
 * @returns the plan as it stands with it
 */
export async function tellWork(
  who: Who,
  events: readonly WorkTold[],
  now: Date,
  soItIs = false,
): Promise<PlanView | null> {
  await inTurn(who.workspaceId, async (trx) => {
    const seen = new Set(
      await knownKeys(
        trx,
        who.workspaceId,
        events.map(({ key }) => key),
      ),
    )
    const fresh = events.filter(({ key }) => !seen.has(key) && seen.add(key))
    const known = await readKnown(trx, who, fresh)
    const issues = fresh.flatMap((event) =>
      wrongWith(event, known, now).map(({ path, ...wrong }) => ({
        ...wrong,
        path: `events[${events.indexOf(event)}].${path}`,
      })),
    )
    if (issues.length > 0)
      throw new AppError('invalid-input', 'This cannot be told of this work.', { issues })
    const log = await listWork(trx, who.workspaceId, [...known.lines.keys()])
    const added: NewWork[] = []
    for (const event of fresh) {
      const entry = entryOf(event, known)
      const line = known.lines.get(event.lineId) as StoredLine
      requireMay(who, 'work on pieces', [line.ownerId])
      const stored = storedWork(event, entry, log)
      if (entry?.demoulds) await demould(trx, who, event, { now, soItIs })
      added.push({
        ...stored,
        key: event.key,
        toldAt: now,
        toldBy: who.personId,
        plannedMin: plannedMin(event, entry),
      })
      log.push(stored)
      tell(trx, who.workspaceId, {
        subject: 'work',
        kind: event.kind,
        id: line.orderId,
        by: who.personId,
        at: now,
      })
    }
    await addWork(trx, who.workspaceId, added)
    for (const line of known.lines.values()) {
      const recipe = known.recipeOf(line)
      if (recipe) await settleWorkDraws(trx, who, { line, recipe, log }, now)
    }
    if (added.length > 0) await askToFollow(trx, who, now)
  })
  return currentPlan(who)
}

async function readKnown(db: Db, who: Who, events: readonly WorkTold[]): Promise<Known> {
  const ids = [...new Set(events.map(({ lineId }) => lineId))]
  const lines = await listLines(db, who.workspaceId, ids)
  return {
    lines: new Map(lines.map((line) => [line.id, line])),
    recipeOf: await recipesOfLines(db, who.workspaceId, lines),
    people: new Set((await listPeople(db, who.workspaceId)).map(({ id }) => id)),
  }
}

const recipeFor = ({ lineId }: WorkTold, { lines, recipeOf }: Known): Recipe | undefined => {
  const line = lines.get(lineId)
  return line && recipeOf(line)
}
const entryOf = (event: WorkTold, known: Known): Entry | undefined =>
  recipeFor(event, known)?.course.find(({ key }) => key === event.what)

const LAYER_WORK: readonly string[] = Object.values(WORK_OF_LAYERS)

/** What of an event cannot be, at its field. */
function wrongWith(event: WorkTold, known: Known, now: Date) {
  const line = known.lines.get(event.lineId)
  const recipe = recipeFor(event, known)
  if (!line || !recipe) return [issue('lineId', 'work-unknown')]
  const entry = entryOf(event, known)
  const layer = recipe.layers.find(({ key }) => key === event.layer)
  const isKnown = entry
    ? entry.mix === null &&
      entry.pour === null &&
      entry.pass === null &&
      (event.visit === null ? entry.at.length === 0 : event.visit < entry.at.length)
    : LAYER_WORK.includes(event.what) && layer !== undefined
  const at = Date.parse(event.at)
  return [
    ...(isKnown ? [] : [issue('what', 'work-unknown')]),
    ...(event.first + event.pieces - 1 > line.quantity
      ? [issue('pieces', 'only-so-many-pieces', { pieces: line.quantity })]
      : []),
    ...(known.people.has(event.personId) ? [] : [issue('personId', 'not-here-any-more')]),
    ...(at > now.getTime() + MS_PER_DAY ? [issue('at', 'not-yet')] : []),
    ...(event.kind === 'skipped' && event.reason.trim() === '' ? [issue('reason', 'say-why')] : []),
    ...(event.kind === 'put off' && !(event.untilAt && Date.parse(event.untilAt) > at)
      ? [issue('untilAt', 'put-off-until')]
      : []),
    ...(event.kind === 'done' && entry?.asks ? wrongAnswer(event, entry) : []),
  ]
}

const wrongAnswer = ({ answer, amount }: WorkTold, { asks }: Entry) =>
  asks?.what === 'number'
    ? amount === null
      ? [issue('amount', 'answer-asked', { question: asks.question })]
      : []
    : answer.trim() === ''
      ? [issue('answer', 'answer-asked', { question: asks?.question ?? '' })]
      : []

/** Minutes that some work should take. */
function plannedMin({ what, pieces }: WorkTold, entry: Entry | undefined): number {
  if (entry) return entry.batchMin + entry.pieceMin * pieces
  return what === WORK_OF_LAYERS.sanding ? SANDING.pieceMin * pieces : CARRYING.batchMin
}

/** What is kept of an event; where nobody says how long it took, what begin and end say. */
function storedWork(
  event: WorkTold,
  entry: Entry | undefined,
  log: readonly StoredWork[],
): StoredWork {
  const { key: _key, at, untilAt, tookMin, ...told } = event
  const began =
    event.kind === 'done'
      ? foldWork(log.filter(({ lineId }) => lineId === event.lineId))
          .get(doingKey(event))
          ?.get(event.first)
      : undefined
  const lasted =
    began?.kind === 'begun' && began.personId === event.personId
      ? (Date.parse(at) - began.at.getTime()) / MS_PER_MIN
      : 0
  const isBelievable = lasted > 0 && lasted <= MOST_MIN
  return {
    ...told,
    at: new Date(at),
    untilAt: untilAt === null ? null : new Date(untilAt),
    tookMin: tookMin ?? (isBelievable ? lasted : null),
  }
}
/** What was begun longer ago than a shift was left standing. */
const MOST_MIN = 600

/** Pieces come out of their mould, or go back into it where that is taken back. */
async function demould(
  trx: Db,
  who: Who,
  { kind, lineId, first, pieces, reason }: WorkTold,
  { now, soItIs }: { now: Date; soItIs: boolean },
): Promise<void> {
  if (kind !== 'done' && kind !== 'taken back') return
  const [act, from] =
    kind === 'done' ? (['demoulded', 'curing'] as const) : (['taken back', 'demoulded'] as const)
  const there = (await listPieces(trx, who.workspaceId, { orderLineIds: [lineId] })).filter(
    ({ number }) => number >= first && number < first + pieces,
  )
  if (kind === 'done' && there.length < pieces)
    throw new AppError('invalid-input', 'Some of these pieces have not been poured yet.')
  for (const piece of there)
    if (piece.state === from)
      await actIn(
        trx,
        who,
        { id: piece.id, act, input: { version: piece.version, note: reason, soItIs } },
        now,
      )
}
