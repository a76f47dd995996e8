import { planWork } from '../core/plan'
import { seededRandom } from '../core/seededRandom'
import type { Defect, Route } from '../core/rework'
import type { RunEvent } from '../core/run'
import { noteReading } from '../server/services/climate/readings'
import { actOnPiece } from '../server/services/pieces/judging'
import {
  listLying,
  markPiece,
  notePiece,
  settleFront,
  touchPiece,
} from '../server/services/pieces/pieces'
import { AppError } from '../server/services/AppError'
import { makePlan } from '../server/services/planning/propose/makePlan'
import type { Solve } from '../server/services/planning/choose/planAll'
import { openPots } from '../server/services/pots/pots'
import { addRunEvents, startRun } from '../server/services/runs/runs'
import { tellWork } from '../server/services/work/work'
import type { Who } from '../server/services/Who'
import type { Verdict } from '../shared/schemas/pieces'
import type { WorkTold } from '../shared/schemas/work'
import type { PieceRow } from '../shared/types/pieces'
import type { PlanTaskRow, PlanView } from '../shared/types/plan'
import type { KeyedRunEvent } from '../shared/schemas/runs'
import { MS_PER_MIN } from '../core/units'

export const solveHere: Solve = (work) =>
  Promise.resolve(planWork(work, { now: () => performance.now(), startedAt: performance.now() }))

/** Nobody looks at the plans of the past again: a few tries are enough, and odds are not asked. */
const ROUGH_ITERATIONS = 20
const solveRoughly: Solve = (work) =>
  solveHere({ ...work, request: { ...work.request, limit: { iterations: ROUGH_ITERATIONS } } })

/** Chance for the made-up past, from one seed, so that every load tells the same story. */
export class Chance {
  private readonly random: () => number
  constructor(seed: number) {
    this.random = seededRandom(seed)
  }
  within = (from: number, to: number) => from + (to - from) * this.random()
  happens = (share: number) => this.random() < share
  pick = <T>(list: readonly T[]): T => list[Math.floor(this.random() * list.length)] as T
  /** A key in the form of a UUID that is the same at every load. */
  key = () => {
    const hex = (length: number) =>
      Array.from({ length }, () => Math.floor(this.random() * 16).toString(16)).join('')
    return `${hex(8)}-${hex(4)}-4${hex(3)}-a${hex(3)}-${hex(12)}`
  }
}

/** What went wrong, as it was marked on the face, and how it was mended where it could be. */
const WHAT_WENT_WRONG: readonly { note: string; defect: Defect; route: Route }[] = [
  {
    note: 'Streak by the edge, stirred too short.',
    defect: 'streak',
    route: 'sand and pour again',
  },
  { note: 'A dent from the mould support.', defect: 'dent', route: 'coat over' },
  { note: 'White sank in the middle.', defect: 'sunk white', route: 'sand and pour again' },
  { note: 'Soft at one corner; the scale had slipped.', defect: 'soft', route: 'cut down' },
  { note: 'Bubbles under the face, room was cold.', defect: 'bubbles', route: 'coat over' },
  { note: 'Dust under the last coat.', defect: 'dust', route: 'coat over' },
  { note: 'Warped a little, lifted too soon.', defect: 'warped', route: 'coat the back' },
]
const WHAT_WENT_WELL = [
  'Clean.',
  '',
  '',
  'Good face, keep the rest as it was.',
  'Best of the batch.',
  '',
  'Edge rounded nicely after the tape came off in time.',
]
const NEXT_TIME = [
  'Next time rest two minutes longer.',
  'Warm the hardener before.',
  'Level the rack again before the last layer.',
  'Lay the filler moulds out first.',
]

export interface Past {
  who: (personId: number | null) => Who
  /** The racks by their keys, in the order of the yard's places. */
  racks: readonly number[]
  chance: Chance
  now: Date
}

/** What is mended is lived through as well, and what is made again after that. */
const MOST_ROUNDS = 3
const BEFORE_MENDING_MS = 60 * MS_PER_MIN

/**
 * Lives through a plan up to now, with the delays and mishaps that a workshop has.
 * @returns the plan as it was at first
 */
export async function liveThrough(
  manager: Who,
  plannedAt: Date,
  past: Past,
  round = 1,
): Promise<PlanView> {
  const planned = await makePlan(manager, solveRoughly, plannedAt, null)
  const mixes = planned.tasks.filter((task) => task.kind === 'mix')
  for (const task of mixes) await pourPot(task, past)
  const wrongAt = await demouldAndJudge(manager, planned, past)
  if (wrongAt && round < MOST_ROUNDS)
    await liveThrough(manager, new Date(wrongAt.getTime() + BEFORE_MENDING_MS), past, round + 1)
  return planned
}

/**
 * The steps around the pours of an order that is over, each with the minutes that it took; lifting
 * was told piece by piece.
 */
export async function tellHandWork(
  manager: Who,
  { tasks }: PlanView,
  { chance, now, orderId }: { chance: Chance; now: Date; orderId: number },
): Promise<void> {
  const events = tasks.flatMap(
    ({ kind, title, does, personId, orderId: of, orderLineId, startAt, endAt }): WorkTold[] => {
      if (
        of !== orderId ||
        kind !== 'step' ||
        !does ||
        does.asks ||
        personId === null ||
        LIFTING.test(title)
      )
        return []
      const doneAt = new Date(Date.parse(endAt) + chance.within(-4, 12) * MS_PER_MIN)
      const { what, visit, layer, first, pieces } = does
      const plannedMin = (Date.parse(endAt) - Date.parse(startAt)) / MS_PER_MIN
      return doneAt > now
        ? []
        : [
            {
              key: chance.key(),
              kind: 'done',
              lineId: orderLineId,
              ...{ what, visit, layer, first, pieces },
              at: doneAt.toISOString(),
              personId,
              untilAt: null,
              tookMin: tenth(Math.max(1, plannedMin * chance.within(0.8, 1.35))),
              reason: '',
              answer: '',
              amount: null,
            },
          ]
    },
  )
  const inTurn = events.sort((x, y) => Date.parse(x.at) - Date.parse(y.at))
  const last = inTurn.at(-1)
  if (last) await tellWork(manager, inTurn, new Date(last.at))
}
const LIFTING = /^(Demould|Lift)/

async function pourPot(task: PlanTaskRow, { who, racks, chance, now }: Past): Promise<void> {
  const startAt = new Date(Date.parse(task.startAt) + chance.within(0, 11) * MS_PER_MIN)
  const maker = who(task.personId)
  const pot = (await openPots(maker)).find((one) => one.id === task.potId)
  const endsBy = startAt.getTime() + 3 * 60 * MS_PER_MIN
  if (!pot || endsBy > now.getTime()) return
  const run = await startRun(maker, pot.id, { kind: 'scale', step: 0.1, tare: true }, startAt)
  const { targets } = run
  let at = startAt.getTime()
  const later = (minutes: number) => (at += Math.round(minutes * MS_PER_MIN))
  const [first, second] = targets.parts
  const mispours = chance.happens(0.07)
  const events: RunEvent[] = [
    {
      at: later(chance.within(0.8, 2)),
      kind: 'weighed',
      part: first?.part ?? 'a',
      amount: tenth((first?.ownAmount ?? 1) * (mispours ? 1.06 : chance.within(0.999, 1.003))),
    },
    {
      at: later(chance.within(0.8, 2)),
      kind: 'weighed',
      part: second?.part ?? 'b',
      amount: tenth((second?.ownAmount ?? 1) * chance.within(0.999, 1.003)),
    },
  ]
  if (mispours && second)
    events.push({
      at: later(2),
      kind: 'weighed',
      part: second.part,
      amount: tenth(second.ownAmount * 0.06),
    })
  events.push(
    { at: later(0.3), kind: 'stirStarted' },
    { at: later(targets.stirMin), kind: 'stirEnded' },
    { at: later(targets.restMin + chance.within(0, 2)), kind: 'pourStarted' },
    { at: later(targets.pourMin * chance.within(0.9, 1.25)), kind: 'pourEnded' },
  )
  let heated = 0
  targets.heatAfterMin.forEach((after, index) => {
    events.push({ at: later(after - heated + chance.within(0, 3)), kind: 'heatPass', index })
    heated = after
  })
  events.push({ at: later(4), kind: 'cureStarted', placeId: rackOf(racks, chance) })
  const keyed = events.map((event): KeyedRunEvent => ({ ...event, key: chance.key() }))
  await addRunEvents(maker, run.id, keyed, new Date(at))
}

const tenth = (grams: number) => Math.round(grams * 10) / 10
/** Two of the three racks are nearer to the bench. */
const NEARER_FIRST = [0, 0, 1, 1, 2]
const rackOf = (racks: readonly number[], chance: Chance) => racks[chance.pick(NEARER_FIRST)] ?? 0

/** @returns when the last of it turned out wrong; null where all came out */
async function demouldAndJudge(manager: Who, planned: PlanView, past: Past): Promise<Date | null> {
  const { who, chance, now } = past
  const orderIds = new Set(planned.tasks.map((task) => task.orderId))
  const finished = (await listLying(manager)).filter(
    // What wants rework is judged again once it has been poured again.
    (piece) => orderIds.has(piece.orderId) && piece.layersLeft === 0 && piece.state !== 'rework',
  )
  const wrongAt: number[] = []
  for (const piece of finished) {
    const own = planned.tasks.filter(
      (task) => task.kind === 'step' && task.orderId === piece.orderId,
    )
    const demoulding = own.find((task) => LIFTING.test(task.title))
    const ofLine = own.filter((task) => task.orderLineId === piece.orderLineId)
    const packing = (ofLine.length > 0 ? ofLine : own).findLast((task) =>
      /(pack|both faces)$/i.test(task.title),
    )
    let version = piece.version
    let doneAt = openingOf(piece)
    const act = async (
      kind: 'demoulded' | Verdict,
      task: PlanTaskRow | undefined,
      note: string,
      route?: Route,
    ) => {
      const done = Date.parse(task?.endAt ?? '') + chance.within(-5, 40) * MS_PER_MIN
      if (!task || done < openingOf(piece).getTime()) return false
      // One is done after the other, however they were planned.
      const at = new Date(Math.max(done, doneAt.getTime() + MS_PER_MIN))
      if (at > now) return false
      doneAt = at
      try {
        const input = { version, note, route }
        version = (await actOnPiece(who(task.personId), piece.id, kind, input, at)).piece.version
        return true
      } catch (error) {
        // The past is told order by order: what failed later in it is not made again yet.
        if (error instanceof AppError && error.code === 'say-so') return false
        throw error
      }
    }
    await touch(piece, demoulding, past)
    if (piece.state !== 'demoulded' && !(await act('demoulded', demoulding, '')) && demoulding)
      continue
    const verdict: Verdict = chance.happens(0.06)
      ? 'lost'
      : chance.happens(0.07) && piece.mends === null
        ? 'rework'
        : chance.happens(0.04)
          ? 'second'
          : 'good'
    const wrong = chance.pick(WHAT_WENT_WRONG)
    const isWrong = verdict !== 'good'
    if (isWrong && packing) await look(piece, wrong.defect, packing, past)
    const judged = await act(
      verdict,
      packing,
      isWrong ? wrong.note : chance.pick(WHAT_WENT_WELL),
      verdict === 'rework' ? wrong.route : undefined,
    )
    if (judged && packing && (verdict === 'rework' || verdict === 'lost'))
      wrongAt.push(Date.parse(packing.endAt))
    if (judged && chance.happens(0.15) && packing)
      await notePiece(
        who(packing.personId),
        piece.id,
        chance.pick(NEXT_TIME),
        new Date(Date.parse(packing.endAt) + 90 * MS_PER_MIN),
      )
  }
  return wrongAt.length === 0 ? null : new Date(Math.max(...wrongAt))
}

/** Now and then somebody touches a piece before it is lifted. */
async function touch(
  piece: PieceRow,
  demoulding: PlanTaskRow | undefined,
  { who, chance, now }: Past,
): Promise<void> {
  const at = new Date(Date.parse(demoulding?.startAt ?? '') - chance.within(5, 40) * MS_PER_MIN)
  if (!demoulding || piece.state !== 'curing' || !chance.happens(0.2)) return
  // Before it can be hard nobody lifts a glove for it.
  const hard = piece.openings.find(({ milestone }) => milestone === 'demould')
  if (at > now || !hard || at < new Date(hard.from)) return
  const found = { milestone: 'demould', isThere: true } as const
  await touchPiece(who(demoulding.personId), piece.id, found, at)
}

/** What is wrong is marked where it is, before it is judged. */
async function look(
  piece: PieceRow,
  defect: Defect,
  packing: PlanTaskRow,
  { who, chance, now }: Past,
): Promise<void> {
  const at = new Date(Date.parse(packing.endAt) - 10 * MS_PER_MIN)
  if (at > now || at < openingOf(piece)) return
  const place = () => Math.round(chance.within(-0.7, 0.7) * 100) / 100
  const by = who(packing.personId)
  const face = chance.pick(['upside', 'underside'] as const)
  await markPiece(
    by,
    piece.id,
    { defect, face, x: place(), y: place(), part: '', isThere: true },
    at,
  )
  if (chance.happens(0.3)) await settleFront(by, piece.id, { face: 'underside', part: '' }, at)
}

const DAYS_BACK = 90
/** What lies on the racks now cures by what the room is expected to do. */
const READ_UNTIL_DAYS = 3
const READ_HOURS = [8, 18] as const
const DAY_MS = 24 * 60 * MS_PER_MIN

/** The thermometers of the rooms were read every morning and evening. */
export async function readThermometers(
  manager: Who,
  rooms: readonly { id: number; tempC: number }[],
  { chance, now }: Past,
): Promise<void> {
  const midnight = Math.floor(now.getTime() / DAY_MS) * DAY_MS
  for (let day = -DAYS_BACK; day <= -READ_UNTIL_DAYS; day++)
    for (const hour of READ_HOURS)
      for (const { id, tempC } of rooms) {
        const at = new Date(midnight + day * DAY_MS + hour * 60 * MS_PER_MIN)
        const reading = {
          roomId: id,
          placeId: null,
          tempC: tenth(tempC + (hour < 12 ? -1 : 0.5) + chance.within(-0.8, 0.8)),
          humidityPct: Math.round(chance.within(42, 58)),
        }
        await noteReading(manager, { ...reading, at: at.toISOString() }, at)
      }
}

/** Nobody lifted a piece before its pour. */
const openingOf = (piece: PieceRow) => new Date(piece.curedFrom)
