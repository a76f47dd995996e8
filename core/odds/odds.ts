import {
  seededRandom,
  type Interval,
  type PlannedTask,
  type PlanRequest,
  type PlanTask,
} from '../plan'
import { linksOf, type Link } from './linksOf'
import type { JobOdds, OddsOptions, Spread } from './types'

/**
 * What is assumed until the notebook tells more: starting values, to be replaced by the studio's
 * own.
 */
export const STARTING_SPREAD: Spread = { handsPct: 25, curesPct: 8, absencePct: 2 }

/** Enough for a chance to be right within about two in a hundred, nineteen times in twenty. */
export const USUAL_RUNS = 2000

/**
 * So long after the end of a shift somebody stays for what a window would else close on, minutes:
 * nobody leaves a mixed pot standing. A starting value.
 */
export const STAYS_ON_MIN = 30

/** So far ahead it is plain whether something is late, minutes. A starting value. */
const FORESEEN_MIN = 90

const RUNS_PER_REPORT = 100
/** Nine in ten of a normal distribution lie below so many standard deviations. */
const NINE_IN_TEN = 1.2816

/**
 * How likely each job is ready when promised, and what to promise to be right nine times in ten.
 *
 * The plan is carried out again and again with chance: what hands do differs (log-normal, with the
 * planned minutes as its mean), cures differ too, makers miss shifts, pieces must be made again.
 * Cures are planned in the cold and with a margin, so nine in ten are taken to be done by their
 * planned time. Makers, places and the order on everything shared stay the plan's, and nobody
 * stands in for anybody. What a window closes on is begun as soon as it can be, also a little after
 * the end of a shift (`STAYS_ON_MIN`); all else not before its planned time nor beyond a shift, so
 * the odds are on the careful side; nobody mixes before it is plain that there can be poured
 * (`FORESEEN_MIN`); dust beside an open pour is not looked at again. A job made again takes as long
 * once more as from its first task to its last.
 * Source: Monte Carlo simulation of a fixed resource flow (Policella et al., partial order
 * schedules, 2004).
 * @param planned the tasks of a correct plan, in request order
 * @returns in the order of the jobs; those without tasks are left out. The same seed gives the same
 *   odds
 */
export function odds(
  request: PlanRequest,
  planned: readonly PlannedTask[],
  options: OddsOptions,
): JobOdds[] {
  const { runs, spread, againPct = {}, onProgress } = options
  const random = seededRandom(options.seed)
  const world = worldOf(request, planned, spread, new Set(options.certain))
  const jobs = request.jobs.flatMap((job) => {
    const tasks = request.tasks.flatMap((task, i) => (task.job === job.id ? [i] : []))
    if (tasks.length === 0) return []
    const first = Math.min(...tasks.map((i) => planned[i]?.startMin ?? 0))
    const last = Math.max(...tasks.map((i) => planned[i]?.endMin ?? 0))
    return [
      { job, tasks, spanMin: last - first, ready: new Float64Array(runs), kept: 0, missed: 0 },
    ]
  })
  for (let run = 0; run < runs; run++) {
    const { end, missed } = carryOut(world, spread.absencePct, random)
    for (const one of jobs) {
      let ready = 0
      for (const i of one.tasks) ready = Math.max(ready, end[i]!)
      if (random() * 100 < (againPct[one.job.id] ?? 0)) ready += one.spanMin
      one.ready[run] = ready
      if (ready <= (one.job.dueMin ?? Infinity)) one.kept++
      if (one.tasks.some((i) => missed[i] === 1)) one.missed++
    }
    if (onProgress && (run + 1) % RUNS_PER_REPORT === 0) onProgress((run + 1) / runs)
  }
  const percent = (count: number) => (100 * count) / runs
  return jobs.map(({ job, ready, kept, missed }) => {
    ready.sort()
    const at = (share: number) => Math.ceil(ready[Math.max(0, Math.ceil(share * runs) - 1)]!)
    return {
      job: job.id,
      keptPct: job.dueMin === null || job.dueMin === undefined ? null : percent(kept),
      readyMin50: at(0.5),
      readyMin90: at(0.9),
      windowMissedPct: percent(missed),
    }
  })
}

/** A plan with all that its being carried out depends on, by index. */
interface World {
  /** By planned start. */
  order: number[]
  /** By task: when it begins at the earliest, whatever has ended by then. */
  from: Float64Array
  duration: Float64Array
  /** By task, per cent: how much its duration differs. */
  deviation: Float64Array
  /**
   * By task: where its planned duration lies in what it can be, in standard deviations from the
   * middle.
   */
  planned: Float64Array
  maker: Int32Array
  /** By task: how long after the end of a shift it may go on, minutes. */
  staysOn: Float64Array
  shifts: Interval[][]
  /** By task: where its links begin in the lists below; one more at the end. */
  firstLink: Int32Array
  linkFrom: Int32Array
  linkWait: Float64Array
  windows: { from: number; to: number; maxMin: number }[]
  horizon: number
}

function worldOf(
  request: PlanRequest,
  planned: readonly PlannedTask[],
  spread: Spread,
  certain: ReadonlySet<string>,
): World {
  const { tasks, makers } = request
  const indexOf = new Map(tasks.map((task, i) => [task.id, i]))
  const makerOf = new Map(makers.map((maker, m) => [maker.id, m]))
  const deviation = Float64Array.from(tasks, (task) =>
    certain.has(task.id) ? 0 : task.attended ? spread.handsPct : spread.curesPct,
  )
  const windows = request.lags.flatMap((lag) =>
    lag.maxMin === null || lag.maxMin === undefined
      ? []
      : [{ from: indexOf.get(lag.from) ?? 0, to: indexOf.get(lag.to) ?? 0, maxMin: lag.maxMin }],
  )
  const carriedOut = linksOf(request, planned)
  const links = [...carriedOut, ...foreseen(carriedOut, windows, planned)].sort(
    (x, y) => x.to - y.to,
  )
  const closesOn = new Set(windows.map(({ to }) => tasks[to]?.id))
  const firstLink = new Int32Array(tasks.length + 1)
  for (const { to } of links) firstLink[to + 1] = firstLink[to + 1]! + 1
  for (let i = 0; i < tasks.length; i++) firstLink[i + 1] = firstLink[i + 1]! + firstLink[i]!
  return {
    order: tasks
      .map((_, i) => i)
      .sort(
        (x, y) =>
          planned[x]!.startMin - planned[y]!.startMin ||
          planned[x]!.endMin - planned[y]!.endMin ||
          x - y,
      ),
    // Nobody who mixed faster than planned lets a pot wait for its time.
    from: Float64Array.from(planned, (task) => (closesOn.has(task.id) ? 0 : task.startMin)),
    duration: Float64Array.from(tasks, (task: PlanTask) => task.durationMin),
    deviation,
    planned: Float64Array.from(tasks, (task, i) =>
      task.attended ? deviationOf(deviation[i]!) / 2 : NINE_IN_TEN,
    ),
    maker: Int32Array.from(planned, (task) => makerOf.get(task.maker ?? '') ?? -1),
    staysOn: Float64Array.from(tasks, (task) => (closesOn.has(task.id) ? STAYS_ON_MIN : 0)),
    shifts: makers.map((maker) => [...maker.shifts].sort((x, y) => x[0] - y[0])),
    firstLink,
    linkFrom: Int32Array.from(links, ({ from }) => from),
    linkWait: Float64Array.from(links, ({ waitMin }) => waitMin),
    windows,
    horizon: request.horizonMin,
  }
}

/**
 * Nobody mixes a pot while what its pour waits for is plainly late: what is begun already, and
 * comes before both by the plan,
 * holds the mixing up as long as it would hold up the pour.
 */
function foreseen(
  links: readonly Link[],
  windows: World['windows'],
  planned: readonly PlannedTask[],
): Link[] {
  const startOf = (task: number) => planned[task]?.startMin ?? 0
  const into = new Map<number, Link[]>()
  for (const link of links) into.set(link.to, [...(into.get(link.to) ?? []), link])
  return windows.flatMap(({ from, to }) => {
    const apartMin = startOf(to) - startOf(from)
    if (apartMin > FORESEEN_MIN) return []
    return (into.get(to) ?? [])
      .filter((link) => startOf(link.from) < startOf(from))
      .map((link): Link => ({ from: link.from, to: from, waitMin: link.waitMin - apartMin }))
  })
}

function carryOut(
  world: World,
  absencePct: number,
  random: () => number,
): { end: Float64Array; missed: Uint8Array } {
  const size = world.order.length
  const [start, end, missed] = [
    new Float64Array(size),
    new Float64Array(size),
    new Uint8Array(size),
  ]
  const shifts = world.shifts.map((own) => own.filter(() => random() * 100 >= absencePct))
  const nextShift = new Int32Array(shifts.length)
  for (const i of world.order) {
    let from = world.from[i]!
    for (let k = world.firstLink[i]!; k < world.firstLink[i + 1]!; k++) {
      from = Math.max(from, end[world.linkFrom[k]!]! + world.linkWait[k]!)
    }
    let duration = world.duration[i]! * factor(world.deviation[i]!, world.planned[i]!, random)
    const maker = world.maker[i]!
    if (maker >= 0) {
      const own = shifts[maker]!
      // What takes longer than a shift goes on to its end, and no further: the rest is somebody's
      // overtime.
      const staysOn = world.staysOn[i]!
      let at = staysOn > 0 ? Math.max(0, nextShift[maker]! - 1) : nextShift[maker]!
      while (at < own.length && own[at]![1] + staysOn <= from) at++
      nextShift[maker] = at
      let placed = Infinity
      for (; at < own.length && placed === Infinity; at++) {
        const [opens, closes] = own[at]!
        const begin = Math.max(opens, from)
        if (begin + Math.min(duration, closes - opens) <= closes + staysOn) placed = begin
      }
      if (placed === Infinity) placed = Math.max(from, world.horizon)
      else duration = Math.min(duration, own[at - 1]![1] + staysOn - placed)
      from = placed
    }
    start[i] = from
    end[i] = from + duration
  }
  for (const { from, to, maxMin } of world.windows)
    if (start[to]! - end[from]! > maxMin + 1e-6) missed[to] = 1
  return { end, missed }
}

/** The standard deviation of the logarithm, for one of so many per cent. */
const deviationOf = (percent: number) => Math.sqrt(Math.log(1 + (percent / 100) ** 2))

/**
 * A log-normal factor on the planned duration, which lies so many standard deviations above its
 * middle (Box and Muller, 1958).
 */
function factor(deviationPct: number, planned: number, random: () => number): number {
  if (deviationPct <= 0) return 1
  const normal = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  return Math.exp(deviationOf(deviationPct) * (normal - planned))
}
