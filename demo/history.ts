import { planWork } from '../core/plan'
import { seededRandom } from '../core/seededRandom'
import type { RunEvent } from '../core/run'
import { listLying, actOnPiece, notePiece } from '../server/services/pieces/pieces'
import { AppError } from '../server/services/AppError'
import { makePlan } from '../server/services/planning/propose/makePlan'
import type { Solve } from '../server/services/planning/choose/planAll'
import { openPots } from '../server/services/pots/pots'
import { addRunEvents, startRun } from '../server/services/runs/runs'
import type { Who } from '../server/services/Who'
import type { Verdict } from '../shared/schemas/pieces'
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

const WHAT_WENT_WRONG = [
  'Streak by the edge, stirred too short.',
  'A dent from the mould support.',
  'White sank in the middle.',
  'Soft at one corner; the scale had slipped.',
  'Bubbles under the face, room was cold.',
  'Dust under the last coat.',
  'Warped a little, lifted too soon.',
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

/** Lives through a plan up to now, with the delays and mishaps that a workshop has. */
export async function liveThrough(manager: Who, plannedAt: Date, past: Past): Promise<void> {
  const planned = await makePlan(manager, solveRoughly, plannedAt, null)
  const mixes = planned.tasks.filter((task) => task.kind === 'mix')
  for (const task of mixes) await pourPot(task, past)
  await demouldAndJudge(manager, planned, past)
}

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

async function demouldAndJudge(manager: Who, planned: PlanView, past: Past): Promise<void> {
  const { who, chance, now } = past
  const orderIds = new Set(planned.tasks.map((task) => task.orderId))
  const finished = (await listLying(manager)).filter(
    // What wants rework is judged again once it has been poured again.
    (piece) => orderIds.has(piece.orderId) && piece.layersLeft === 0 && piece.state !== 'rework',
  )
  for (const piece of finished) {
    const own = planned.tasks.filter(
      (task) => task.kind === 'step' && task.orderId === piece.orderId,
    )
    const demoulding = own.find((task) => /^(Demould|Lift)/.test(task.title))
    const packing = own.findLast((task) => /pack$/.test(task.title))
    let version = piece.version
    const act = async (
      kind: 'demoulded' | Verdict,
      task: PlanTaskRow | undefined,
      note: string,
    ) => {
      const at = new Date(Date.parse(task?.endAt ?? '') + chance.within(-5, 40) * MS_PER_MIN)
      if (!task || at > now || at < openingOf(piece)) return false
      try {
        await actOnPiece(who(task.personId), piece.id, kind, { version: version++, note }, at)
        return true
      } catch (error) {
        // The past is told order by order: what failed later in it is not made again yet.
        if (error instanceof AppError && error.code === 'say-so') return false
        throw error
      }
    }
    if (piece.state !== 'demoulded' && !(await act('demoulded', demoulding, '')) && demoulding)
      continue
    const verdict: Verdict = chance.happens(0.06)
      ? 'lost'
      : chance.happens(0.07)
        ? 'rework'
        : 'good'
    const judged = await act(
      verdict,
      packing,
      verdict === 'good' ? chance.pick(WHAT_WENT_WELL) : chance.pick(WHAT_WENT_WRONG),
    )
    if (judged && chance.happens(0.15) && packing)
      await notePiece(
        who(packing.personId),
        piece.id,
        chance.pick(NEXT_TIME),
        new Date(Date.parse(packing.endAt) + 90 * MS_PER_MIN),
      )
  }
}

/** Nobody lifted a piece before its pour. */
const openingOf = (piece: PieceRow) => new Date(piece.curedFrom)
