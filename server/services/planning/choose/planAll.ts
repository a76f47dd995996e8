import { jointKey, leaveTime, type LinePaths, type PlanLine } from '../../../../core/tasks'
import type { Pin, PlanAnswer, PlannedTask, PlanRequest, PlanWork } from '../../../../core/plan'
import { refuse, type Result } from '../../../../core/result'
import { MINUTES_PER_DAY } from '../../../../core/units'
import type { PlanTerms } from '../../../../shared/schemas/planTerms'
import type { AskKind } from '../../../../shared/schemas/proposals'
import type { KeptPlan } from '../../../db/plans'
import { chooseBoxes } from './chooseBoxes'
import { choosePaths, type Paths } from './choosePaths'
import { fitsInPart } from './fitsInPart'
import { gatherMixes, type Gathered } from './gatherMixes'
import type { Weigh } from './oddsOf'
import { mouldRounds } from './mouldRounds'
import { planTogether } from './planTogether'
import {
  ableIn,
  HORIZON_DAYS,
  holdBegun,
  ITERATIONS,
  keptTasks,
  type Situation,
} from '../situation/situation'
import { pinsOf } from '../situation/terms'

const ITERATIONS_ALONE = 5
/** A line that finds no time at once is tried more often before it is given up. */
const MORE_ITERATIONS_ALONE = 60
/** Where it is asked how much of it finds time, at several sizes. */
const ITERATIONS_IN_PART = 20
const TRIES = 200

/** Works out an answer to a plan request; the caller decides in which thread. */
export type Solve = (work: PlanWork) => Promise<Result<PlanAnswer>>

export interface PlanAllOptions {
  kind: AskKind
  terms: PlanTerms
  /** The plan to keep what can stay of; null to begin from nothing. */
  keep: KeptPlan | null
  /** Whether pots of different orders may be mixed as one. */
  gathers: boolean
  solve: Solve
  /** Null where nobody asks for the odds. */
  weigh: Weigh | null
}

/**
 * Chooses for all lines together: tack window or sanding, rack or heated box, own pots or shared
 * ones; and plans them from the situation's instant on.
 */
export async function planAll(
  situation: Situation,
  { kind, terms, keep, gathers, solve, weigh }: PlanAllOptions,
): Promise<Gathered> {
  const earlier = keep === null ? null : keptTasks(keep, situation.origin)
  const pins = pinsOf(terms, situation.origin)
  const kept = kind === 'afresh' ? null : earlier

  const together = (
    where: Situation,
    paths: Paths,
    {
      beside,
      withHands,
      improves,
      mustFit = false,
    }: {
      beside: readonly PlannedTask[] | null
      withHands: boolean
      improves: boolean
      mustFit?: boolean
    },
  ) => {
    let held: Pin[] = []
    const ask = (some: PlanLine[], chosen: LinePaths) => {
      const asked = where.ask(some, chosen, ITERATIONS)
      if (!earlier) return asked
      const { question, pins: begun } = holdBegun(asked, earlier, withHands)
      held = begun
      return question
    }
    return planTogether(
      where.lines,
      paths,
      ask,
      (question, edgeLines) => {
        const request = leaveTime(question, { edgeLines, planned: beside ?? [] })
        return solve({
          request,
          pins: known([...held, ...pins], request),
          keep: beside && stillDone(beside, request),
          improves,
          tries: TRIES,
          mustFit,
        })
      },
      !mustFit,
    )
  }
  const alone = await pathsOf(situation, keep, kind, solve)
  let withHands = true
  const first = () =>
    together(situation, alone, { beside: kept, withHands, improves: kind === 'improve' })
  let planned = await first()
  // What hands have begun or are about to gives way where nothing else does.
  if (earlier && (!planned.solved.ok || planned.paths.impossible.size > alone.impossible.size)) {
    withHands = false
    planned = await first()
  }
  const isStable = kind === 'keep'
  const again = (where: Situation, paths: Paths, beside: readonly PlannedTask[]) =>
    together(where, paths, { beside, withHands, improves: !isStable, mustFit: true })
  const heated = await chooseBoxes(planned, {
    lines: situation.lines,
    mayBeHeated: situation.mayBeHeated,
    isStable,
    planAgain: (paths, beside) => again(situation, paths, beside),
  })
  return gathers && weigh
    ? gatherMixes(heated, situation, weigh, (where, paths, so) => again(where, paths, so.tasks))
    : { ...heated, situation, mixes: [] }
}

/**
 * Lines that were planned before keep the path they took; the others are tried alone. What is begun
 * does not leave the heated box.
 */
async function pathsOf(
  { lines, ask }: Situation,
  keep: KeptPlan | null,
  kind: AskKind,
  solve: Solve,
): Promise<Paths> {
  const isKnown = (line: PlanLine) => kind !== 'afresh' && keep?.lineIds.has(line.id) === true
  const isBegun = (line: PlanLine) => line.pots.some((pot) => pot.pouredMin !== null)
  const none = new Set<number>()
  const askAlone = (
    line: PlanLine,
    iterations: number,
    paths: LinePaths = { sanded: new Set(), boxLines: none },
    edgeLines: ReadonlySet<number> = none,
  ) => leaveTime(ask([line], paths, iterations), { edgeLines, planned: [] })
  const solveAlone = (request: PlanRequest) =>
    solve({ request, pins: [], keep: null, improves: false, tries: 0 })
  const chosen = await choosePaths(
    lines.filter((line) => !isKnown(line)),
    async (line, paths, edgeLines) => {
      const solved = await solveAlone(askAlone(line, ITERATIONS_ALONE, paths, edgeLines))
      if (solved.ok || solved.code === 'infeasible') return solved
      const inTheWay = await mouldRounds(
        line,
        (some) => askAlone(some, ITERATIONS_ALONE),
        solveAlone,
      )
      return inTheWay
        ? refuse('infeasible', inTheWay)
        : solveAlone(askAlone(line, MORE_ITERATIONS_ALONE, paths, edgeLines))
    },
  )
  for (const line of lines) {
    if (chosen.impossible.get(line.id)?.[0]?.code !== 'no-plan-found') continue
    const inPart = await fitsInPart(line, HORIZON_DAYS * MINUTES_PER_DAY, async (part) => {
      const alone = await choosePaths([part], (some, paths, edgeLines) =>
        solveAlone(askAlone(some, ITERATIONS_IN_PART, paths, edgeLines)),
      )
      return alone.impossible.size === 0
    })
    if (inPart) chosen.impossible.set(line.id, [inPart])
  }
  const heated = new Set(keep?.boxLines)
  const kept = new Set(lines.filter(isKnown).map(({ id }) => id))
  const idsOf = (some: readonly PlanLine[]) => some.map((line) => line.id)
  return {
    sanded: new Set([
      ...chosen.sanded,
      ...(keep?.sandedJoints ?? []).filter(({ lineId }) => kept.has(lineId)).map(jointKey),
    ]),
    boxLines: new Set(
      idsOf(lines.filter((line) => (isKnown(line) || isBegun(line)) && heated.has(line.id))),
    ),
    edgeLines: chosen.edgeLines,
    impossible: chosen.impossible,
  }
}

/** What of a plan can stay with who does it; work that they may not do any more is laid out anew. */
function stillDone(tasks: readonly PlannedTask[], request: PlanRequest): PlannedTask[] {
  const isAble = ableIn(request)
  return tasks.filter(({ id, maker }) => maker === null || isAble(id, maker))
}

/** The pins of tasks that there are; of two for one task the later counts. */
const known = (pins: readonly Pin[], request: PlanRequest): Pin[] => {
  const tasks = new Set(request.tasks.map((task) => task.id))
  return [
    ...new Map(pins.filter((pin) => tasks.has(pin.task)).map((pin) => [pin.task, pin])).values(),
  ]
}
