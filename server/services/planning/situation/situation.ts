import {
  CLOCK,
  isBoxTask,
  makerId,
  mayBeHeated,
  placeId,
  planRequest,
  stationId,
  type LinePaths,
  type PlanLine,
  type PlanQuestion,
} from '../../../../core/tasks'
import { CAME_OUT } from '../../../../core/run'
import type { Pin, PlannedTask, PlanRequest } from '../../../../core/plan'
import { MINUTES_PER_DAY, MS_PER_MIN } from '../../../../core/units'
import type { Order } from '../../../../shared/types/orders'
import type { PlanTerms } from '../../../../shared/schemas/planTerms'
import type { OddsBasis } from '../../../../shared/types/promises'
import type { Supposition } from '../../../../shared/schemas/proposals'
import { listOrders } from '../../../db/orders'
import { listPeople } from '../../../db/people'
import { listPieces } from '../../../db/pieces'
import type { KeptPlan } from '../../../db/plans'
import { listPotsOfLines, type StoredPot } from '../../../db/pots'
import type { Db } from '../../../db/rows'
import { getWorkspace, listPlaces } from '../../../db/workshop'
import { inSnapshot } from '../../transactions'
import { MOST_ORDERS, WORKED_STATES } from '../../pots/arrangePots'
import { readExperience } from './experience'
import { planLines } from './planLines'
import { counting, readFailures } from '../../pots/failures'
import { readCures } from '../../pieces/cures'
import { readShelf, type Shelf } from '../../pots/shelf'
import { readWork } from '../../work/readWork'
import { supposedOrders, supposedPots, withSupposedMoulds } from './suppose'
import { orderedResin } from '../../stock/orderedResin'
import { withArrivals, resinArrivals } from './supplies'
import { withShiftChanges } from './terms'
import { readWorkroom } from './workroom'

/** A quarter of a year. */
export const HORIZON_DAYS = 91
export const ITERATIONS = 600

/** All that a plan is worked out from, at one instant. */
export interface Situation {
  origin: Date
  timeZone: string
  /** What the log says about how work goes and comes out. */
  basis: OddsBasis
  orders: readonly Order[]
  lines: readonly PlanLine[]
  pots: readonly StoredPot[]
  shelf: Shelf
  /** By pot that waits for its resin: when that comes, minutes from the origin. */
  arrivals: ReadonlyMap<number, number>
  /** Names by the planner's ids. */
  people: ReadonlyMap<string, string>
  /** The question to the core about some of the lines. */
  ask: (lines: PlanLine[], paths: LinePaths, iterations: number) => PlanQuestion
  /** Whether the long cures of a line can lie in the heated box. */
  mayBeHeated: (line: PlanLine) => boolean
  /** The same with other pots. */
  withPots: (pots: readonly StoredPot[]) => Situation
  /** The same with one piece of a line made again, as a line of its own: the last of its order. */
  withPieceAgain: (lineId: number) => Situation
}

/**
 * Reads orders, recipes, pots, pieces, shifts and moulds as they are at one instant, with what is
 * only supposed beside them. What lies in the heated box is there by the plan so far.
 */
export const readSituation = (
  workspaceId: number,
  now: Date,
  keep: KeptPlan | null,
  terms: PlanTerms,
  suppose: readonly Supposition[] = [],
): Promise<Situation> =>
  inSnapshot((trx) => situationIn(trx, workspaceId, now, keep, terms, suppose))

async function situationIn(
  db: Db,
  workspaceId: number,
  now: Date,
  keep: KeptPlan | null,
  terms: PlanTerms,
  suppose: readonly Supposition[],
): Promise<Situation> {
  const origin = new Date(Math.ceil(now.getTime() / MS_PER_MIN) * MS_PER_MIN)
  const horizonMin = HORIZON_DAYS * MINUTES_PER_DAY
  const [workspace, workroom, people, page] = await Promise.all([
    getWorkspace(db, workspaceId),
    readWorkroom(db, workspaceId, origin, horizonMin),
    listPeople(db, workspaceId),
    listOrders(db, workspaceId, {
      states: WORKED_STATES,
      limit: MOST_ORDERS,
      after: null,
    }),
  ])
  const realLines = page.rows.flatMap((order) => order.lines)
  const first = supposedOrders(page.rows, suppose)
  const shelf = await readShelf(
    db,
    workspaceId,
    first.flatMap((order) => order.lines),
  )
  const lineIds = realLines.map((line) => line.id)
  const failures = await readFailures(db, workspaceId, lineIds)
  const work = await readWork(db, workspaceId, lineIds, failures)
  const real = (await listPotsOfLines(db, workspaceId, lineIds)).map((pot) =>
    counting(pot, failures),
  )
  const pieces = await listPieces(db, workspaceId, { orderLineIds: lineIds })
  const cures = await readCures(
    db,
    workspaceId,
    pieces.filter(({ state }) => state !== 'lost' && !CAME_OUT.includes(state)).map(({ id }) => id),
    {
      places: await listPlaces(db, workspaceId),
      resins: shelf.resins,
      timeZone: workspace.timeZone,
    },
  )
  const room = withSupposedMoulds(withShiftChanges(workroom, terms, origin), suppose)
  const heatedUntil = keep ? inBoxUntil(keep, origin) : new Map<string, Date>()
  const ordered = await orderedResin(db, workspaceId, origin)
  const basis = await readExperience(db, workspaceId, workspace.rules.yieldPct)
  const withOrders = (orders: readonly Order[], all: readonly StoredPot[]): Situation => {
    const lines = orders.flatMap((order) =>
      planLines(order, { shelf, pots: all, pieces, origin, heatedUntil, work, cures }),
    )
    const arrivals = resinArrivals(all, lines, shelf.resins, terms, origin, ordered)
    return {
      origin,
      timeZone: workspace.timeZone,
      basis,
      orders,
      lines,
      pots: all,
      shelf,
      arrivals,
      withPots: (pots) => withOrders(orders, pots),
      withPieceAgain: (lineId) => {
        const more = supposedOrders(orders, [{ kind: 'failed', lineId, pieces: 1 }])
        return withOrders(more, [...all, ...supposedPots(more, all, shelf)])
      },
      people: new Map(people.map((person) => [makerId.of(person.id), person.name])),
      ask: (some, paths, iterations) => {
        const question = planRequest({
          horizonMin,
          lines: some,
          resins: shelf.resins,
          workroom: room,
          rules: shelf.rules,
          paths,
          iterations,
          seed: 1,
        })
        return withArrivals(question, arrivals)
      },
      mayBeHeated: (line) =>
        mayBeHeated(line, {
          box: room.box,
          range: room.range,
          resins: shelf.resins,
          marginPct: shelf.rules.cureMarginPct,
        }),
    }
  }
  return withOrders(first, [...real, ...supposedPots(first, real, shelf)])
}

/**
 * When what lies in the heated box comes out of it, by its task; what goes in as the new plan
 * begins lies there already, for nobody carries it a second time.
 */
export const inBoxUntil = ({ tasks }: Pick<KeptPlan, 'tasks'>, origin: Date): Map<string, Date> =>
  new Map(
    tasks.flatMap((task) =>
      isBoxTask(task.key) && task.startAt <= origin ? [[task.key, task.endAt]] : [],
    ),
  )

/**
 * The tasks of the plan that holds, on the clock of a new one; those begun before it lie before its
 * start.
 */
export function keptTasks({ tasks }: KeptPlan, origin: Date): PlannedTask[] {
  const minute = (at: Date) => Math.round((at.getTime() - origin.getTime()) / MS_PER_MIN)
  return tasks.map((task) => ({
    id: task.key,
    startMin: minute(task.startAt),
    endMin: minute(task.endAt),
    maker: task.personId === null ? null : makerId.of(task.personId),
    station: task.stationId === null ? null : stationId.of(task.stationId),
    place: task.placeId === null ? null : placeId.of(task.placeId),
  }))
}

/** Whether a maker has what a task of a request asks for. */
export function ableIn({ tasks, makers }: PlanRequest): (task: string, maker: string) => boolean {
  const skillOf = new Map(tasks.map(({ id, skill }) => [id, skill ?? null]))
  const skillsOf = new Map(makers.map(({ id, skills }) => [id, skills]))
  return (task, maker) => {
    const skill = skillOf.get(task) ?? null
    return skill === null || (skillsOf.get(maker) ?? []).includes(skill)
  }
}

/**
 * What begins within these minutes stays as it is: people have laid it out already. A starting
 * value.
 */
const FROZEN_MIN = 120

/**
 * What the plan that holds has begun by now goes on: it lasts for what is left of it, from this
 * minute on and in the same hands;
 * so does what lies and hardens, and what has hardened by it is over. What hands are about to begin
 * stays where it is.
 * Something that waits for what nobody has done yet has not begun, whatever the plan says; and who
 * is not there holds nothing.
 * @param withHands false for what lies alone, where hands have to give way
 * @returns the question with what is left of it, and the pins that hold it there
 */
export function holdBegun(
  question: PlanQuestion,
  earlier: readonly PlannedTask[],
  withHands = true,
): { question: PlanQuestion; pins: Pin[] } {
  const { request, underWay, inHands } = question
  const isSoon = ({ maker, startMin, endMin }: PlannedTask) =>
    maker === null ? startMin < 0 : withHands && endMin > 0 && startMin <= FROZEN_MIN
  const soon = new Map(earlier.filter(isSoon).map((task) => [task.id, task]))
  const lasts = new Map(request.tasks.map((task) => [task.id, task.durationMin]))
  const waits = new Set(
    request.lags.flatMap((lag) =>
      lag.from !== CLOCK && (lasts.get(lag.from) ?? 0) > 0 ? [lag.to] : [],
    ),
  )
  const shifts = new Map(request.makers.map((maker) => [maker.id, maker.shifts]))
  const isThere = ({ id, maker, startMin, endMin }: PlannedTask) =>
    maker === null ||
    (isAble(id, maker) &&
      (shifts.get(maker) ?? []).some(([from, to]) => from <= Math.max(0, startMin) && endMin <= to))
  const isAble = ableIn(request)
  const pins: Pin[] = []
  /** Whoever has begun several goes on with one of them first. */
  const busy = new Set<string>()
  const tasks = request.tasks.map((task) => {
    const held = soon.get(task.id)
    const maker = inHands.get(task.id)
    if (maker !== undefined) {
      const goesOn = { id: task.id, maker, station: null, place: null }
      if (!busy.has(maker) && isThere({ ...goesOn, startMin: 0, endMin: task.durationMin })) {
        busy.add(maker)
        pins.push({ task: task.id, startMin: 0, maker })
      }
      return task
    }
    // What is poured is known from the log, which is better than what was planned; it comes before
    // all else.
    if (underWay.has(task.id)) pins.push({ task: task.id, startMin: 0, maker: null })
    if (
      !held ||
      underWay.has(task.id) ||
      !isThere(held) ||
      (held.startMin < 0 && waits.has(task.id))
    )
      return task
    pins.push({ task: task.id, startMin: Math.max(0, held.startMin), maker: held.maker })
    return held.startMin < 0
      ? { ...task, durationMin: Math.min(task.durationMin, Math.max(0, held.endMin)) }
      : task
  })
  return { question: { ...question, request: { ...request, tasks } }, pins }
}
