import { planRequest, type PlanLine, type PlanQuestion } from '../../../core/batch'
import { odds } from '../../../core/odds'
import { checkPlan, type PlanAnswer, type PlanRequest } from '../../../core/plan'
import type { Result } from '../../../core/result'
import { MINUTES_PER_DAY } from '../../../core/units'
import type { PlanView, PromiseOdds } from '../../../shared/types'
import { database } from '../../db/database'
import { listOrders } from '../../db/orders'
import { listPeople } from '../../db/people'
import { listPieces } from '../../db/pieces'
import { getNewestPlan, insertPlan, type NewPlan } from '../../db/plans'
import { getWorkspace } from '../../db/workshop'
import { inTransaction } from '../transactions'
import { requireMember, type Who } from '../Who'
import { arrangePots } from './arrangePots'
import { choosePaths } from './choosePaths'
import { planLines } from './planLines'
import { oddsOf, type Weigh } from './oddsOf'
import { planTogether } from './planTogether'
import { promiseOf } from './promiseOf'
import { readShelf } from './shelf'
import { planId, readWorkroom, rowId } from './workroom'

const HORIZON_DAYS = 42
const ITERATIONS = 600
const ITERATIONS_ALONE = 5
const MS_PER_MIN = 60_000
const MOST_ORDERS = 500

/** Works out an answer to a plan request; the caller decides in which thread. */
export type Solve = (request: PlanRequest) => Promise<Result<PlanAnswer>>

/** Odds in this very thread, for where nobody waits. */
const weighHere: Weigh = ({ request, planned, options }) => Promise.resolve(odds(request, planned, options))

/** Plans all accepted orders forward from now and keeps the plan, proven by the core's checker. */
export async function makePlan(who: Who, solve: Solve, now: Date, weigh: Weigh = weighHere): Promise<PlanView> {
  requireMember(who)
  const db = database()
  const { workspaceId } = who
  const origin = new Date(Math.ceil(now.getTime() / MS_PER_MIN) * MS_PER_MIN)
  const horizonMin = HORIZON_DAYS * MINUTES_PER_DAY
  const [workspace, workroom, people, orders] = await Promise.all([
    getWorkspace(db, workspaceId), readWorkroom(db, workspaceId, origin, horizonMin), listPeople(db, workspaceId),
    listOrders(db, workspaceId, { states: ['accepted', 'making'], limit: MOST_ORDERS, after: null }),
  ])
  const orderLines = orders.rows.flatMap((order) => order.lines)
  const shelf = await readShelf(db, workspaceId, orderLines)
  const pots = await inTransaction((trx) => arrangePots(trx, workspaceId, orderLines, shelf, now))
  const pieces = await listPieces(db, workspaceId, { orderLineIds: orderLines.map((line) => line.id) })
  const lines = orders.rows.flatMap((order) => planLines(order, shelf, pots, pieces, origin))

  const ask = (some: PlanLine[], sandLines: ReadonlySet<number>, iterations: number) =>
    planRequest({ horizonMin, lines: some, resins: shelf.resins, workroom, rules: workspace.rules, sandLines, iterations, seed: 1 })
  const alone = await choosePaths(lines, (line, sandLines) => solve(ask([line], sandLines, ITERATIONS_ALONE).request))
  const { question, solved, paths } = await planTogether(lines, alone, (some, sandLines) => ask(some, sandLines, ITERATIONS), ({ request }) => solve(request))
  if (solved.ok) requireProven(question.request, solved.value)

  const titles = new Map(orders.rows.flatMap((order) => order.lines.map((line) => [line.id, order.title] as const)))
  const names = new Map(people.map((person) => [planId.person(person.id), person.name]))
  const chances = solved.ok ? await oddsOf(solved.value, { question, orders: orders.rows, lines, yieldPct: workspace.rules.yieldPct, origin }, weigh) : new Map<number, PromiseOdds>()
  const context = {
    plan: solved.ok ? solved.value : (solved.issues[0]?.message ?? 'no plan was found'),
    question, paths, odds: chances,
    names: { meaning: question.meaning, person: (maker: string | null) => names.get(maker ?? '') ?? 'nobody', order: (lineId: number) => titles.get(lineId) ?? '', timeZone: workspace.timeZone, origin },
  }
  const plan: NewPlan = {
    originAt: origin, madeAt: now, madeBy: who.personId,
    objective: solved.ok ? solved.value.objective : { weightedTardinessMin: 0, weightedCompletionMin: 0, makespanMin: 0 },
    promises: orders.rows.map((order) => promiseOf(order, context)),
    tasks: solved.ok ? storedTasks(solved.value, question, origin) : [],
  }
  await inTransaction((trx) => insertPlan(trx, workspaceId, plan))
  return (await getNewestPlan(db, workspaceId)) as PlanView
}

/** A plan that breaks a rule is a bug of ours and is never shown. */
function requireProven(request: PlanRequest, answer: PlanAnswer): void {
  const [first, ...others] = checkPlan(request, answer.tasks)
  if (first) throw new Error(`the planner broke ${others.length + 1} constraints, first: ${first.task} ${first.message}`)
}

function storedTasks(answer: PlanAnswer, question: PlanQuestion, origin: Date): NewPlan['tasks'] {
  const why = new Map(answer.why.map((one) => [one.task, one]))
  const at = (minute: number) => new Date(origin.getTime() + minute * MS_PER_MIN)
  return answer.tasks.flatMap((task) => {
    const meaning = question.meaning.get(task.id)
    if (!meaning || task.endMin === task.startMin) return []
    return [{
      key: task.id, orderLineId: meaning.lineId, potId: meaning.potId, kind: meaning.kind, title: meaning.title, attended: task.maker !== null,
      startAt: at(task.startMin), endAt: at(task.endMin), personId: rowId(task.maker), stationId: rowId(task.station), placeId: rowId(task.place),
      binding: why.get(task.id)?.binding ?? 'none', withKey: why.get(task.id)?.with ?? null,
    }]
  })
}
