import { isBoxTask, type LinePaths, type PlanLine, type PlanQuestion } from '../../../core/batch'
import { checkPlan, type Pin, type PlanAnswer, type PlannedTask, type PlanRequest, type PlanWork } from '../../../core/plan'
import type { Result } from '../../../core/result'
import type { AskKind, PlanTerms, PromiseOdds, PromiseRow } from '../../../shared/types'
import type { KeptPlan, NewPlanTask } from '../../db/plans'
import { chooseBoxes } from './chooseBoxes'
import { choosePaths, type Paths } from './choosePaths'
import { oddsOf, type Weigh } from './oddsOf'
import { planTogether } from './planTogether'
import { promiseOf } from './promiseOf'
import { holdBegun, ITERATIONS, keptTasks, type Situation } from './situation'
import { pinsOf } from './terms'
import { rowId } from './workroom'

const ITERATIONS_ALONE = 5
const TRIES = 200
const MS_PER_MIN = 60_000

/** Works out an answer to a plan request; the caller decides in which thread. */
export type Solve = (work: PlanWork) => Promise<Result<PlanAnswer>>

/** What a plan comes to, before it is stored or shown. */
export interface WorkedOut {
  objective: PlanAnswer['objective']
  promises: PromiseRow[]
  tasks: NewPlanTask[]
  sandLines: number[]
  boxLines: number[]
}

export interface WorkOutOptions {
  kind: AskKind
  terms: PlanTerms
  /** The plan to keep what can stay of; null to begin from nothing. */
  keep: KeptPlan | null
  solve: Solve
  weigh: Weigh
}

/** Plans what is left of all accepted orders from the situation's instant on, proven by the core's checker. */
export async function workOut(situation: Situation, { kind, terms, keep, solve, weigh }: WorkOutOptions): Promise<WorkedOut> {
  const { origin, lines, orders, people, basis } = situation
  const earlier = keep === null ? null : keptTasks(keep, origin)
  const pins = pinsOf(terms, origin)
  const kept = kind === 'afresh' ? null : earlier

  const alone = await pathsOf(situation, keep, kind, solve)
  const together = (paths: Paths, beside: readonly PlannedTask[] | null, withHands: boolean, improves: boolean) => {
    let held: Pin[] = []
    const ask = (some: PlanLine[], chosen: LinePaths) => {
      const question = situation.ask(some, chosen, ITERATIONS)
      held = earlier ? holdBegun(question, earlier, withHands) : []
      return question
    }
    return planTogether(lines, paths, ask, ({ request }) => solve({ request, pins: known([...held, ...pins], request), keep: beside, improves, tries: TRIES }))
  }
  let withHands = true
  let planned = await together(alone, kept, withHands, kind === 'improve')
  // What hands have begun or are about to gives way where nothing else does.
  if (earlier && (!planned.solved.ok || planned.paths.impossible.size > alone.impossible.size)) {
    withHands = false
    planned = await together(alone, kept, withHands, kind === 'improve')
  }
  const { question, solved, paths } = await chooseBoxes(planned, situation.mayBeHeated, lines, (chosen, so) => together(chosen, so.tasks, withHands, true))
  if (solved.ok) requireProven(question.request, solved.value)

  const odds = solved.ok ? await oddsOf(solved.value, { question, orders, lines, basis, origin }, weigh) : new Map<number, PromiseOdds>()
  const titles = new Map(orders.flatMap((order) => order.lines.map((line) => [line.id, order.title] as const)))
  const names = { meaning: question.meaning, person: (maker: string | null) => people.get(maker ?? '') ?? 'nobody', order: (lineId: number) => titles.get(lineId) ?? '', timeZone: situation.timeZone, origin }
  const context = { plan: solved.ok ? solved.value : solved.issues.map((issue) => issue.message), question, paths, odds, names }
  return {
    objective: solved.ok ? solved.value.objective : { weightedTardinessMin: 0, weightedCompletionMin: 0, makespanMin: 0 },
    promises: orders.map((order) => promiseOf(order, context)),
    tasks: solved.ok ? storedTasks(solved.value, question, origin) : [],
    sandLines: [...paths.sandLines],
    boxLines: [...paths.boxLines],
  }
}

/** Lines that were planned before keep the path they took; the others are tried alone. What is begun does not leave the heated box. */
async function pathsOf({ lines, ask }: Situation, keep: KeptPlan | null, kind: AskKind, solve: Solve): Promise<Paths> {
  const isKnown = (line: PlanLine) => kind !== 'afresh' && keep?.lineIds.has(line.id) === true
  const isBegun = (line: PlanLine) => line.pots.some((pot) => pot.pouredMin !== null)
  const chosen = await choosePaths(lines.filter((line) => !isKnown(line)), (line, paths) => solve({ request: ask([line], paths, ITERATIONS_ALONE).request, pins: [], keep: null, improves: false, tries: 0 }))
  const [sanded, heated] = [new Set(keep?.sandLines), new Set(keep?.boxLines)]
  const idsOf = (some: readonly PlanLine[]) => some.map((line) => line.id)
  return {
    sandLines: new Set([...chosen.sandLines, ...idsOf(lines.filter((line) => isKnown(line) && sanded.has(line.id)))]),
    boxLines: new Set(idsOf(lines.filter((line) => (isKnown(line) || isBegun(line)) && heated.has(line.id)))),
    impossible: chosen.impossible,
  }
}

/** The pins of tasks that there are; of two for one task the later counts. */
const known = (pins: readonly Pin[], request: PlanRequest): Pin[] => {
  const tasks = new Set(request.tasks.map((task) => task.id))
  return [...new Map(pins.filter((pin) => tasks.has(pin.task)).map((pin) => [pin.task, pin])).values()]
}

/** A plan that breaks a rule is a bug of ours and is never shown. */
function requireProven(request: PlanRequest, answer: PlanAnswer): void {
  const [first, ...others] = checkPlan(request, answer.tasks)
  if (first) throw new Error(`the planner broke ${others.length + 1} constraints, first: ${first.task} ${first.message}`)
}

function storedTasks(answer: PlanAnswer, question: PlanQuestion, origin: Date): NewPlanTask[] {
  const why = new Map(answer.why.map((one) => [one.task, one]))
  const at = (minute: number) => new Date(origin.getTime() + minute * MS_PER_MIN)
  return answer.tasks.flatMap((task) => {
    const meaning = question.meaning.get(task.id)
    // What has come out of the heated box is remembered, so that no later plan puts it in again.
    if (!meaning || (task.endMin === task.startMin && !isBoxTask(task.id))) return []
    return [{
      key: task.id, orderLineId: meaning.lineId, potId: meaning.potId, kind: meaning.kind, title: meaning.title, attended: task.maker !== null,
      startAt: at(task.startMin), endAt: at(task.endMin), personId: rowId(task.maker), stationId: rowId(task.station), placeId: rowId(task.place),
      binding: why.get(task.id)?.binding ?? 'none', withKey: why.get(task.id)?.with ?? null,
    }]
  })
}

