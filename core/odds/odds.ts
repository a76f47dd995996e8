import { MINUTES_PER_HOUR } from '../units'
import { SURELY } from '../curing'
import type { PlanJob } from '../plan'
import { seededRandom } from '../seededRandom'
import { answer, type Result } from '../result'
import { SAME_MIN } from './attendance'
import { carryOut } from './carryOut'
import { plannedOf } from './plannedOf'
import { sceneOf } from './sceneOf'
import type { Chance, JobOdds, OddsAnswer, OddsRequest } from './types'

/**
 * What is assumed until the notebook tells more: starting values, to be replaced by the studio's
 * own. Cures differ as a resin's clock does (`STARTING_CLOCK`) and are planned for when nine in ten are
 * done.
 */
export const STARTING_CHANCE = {
  handsPct: 25,
  curesPct: 15,
  curesQuantile: SURELY,
  absencePct: 2,
  staysOnMin: MINUTES_PER_HOUR / 2,
  foreseenMin: 1.5 * MINUTES_PER_HOUR,
} as const satisfies Chance

/** Enough for a chance to be right within about two in a hundred, nineteen times in twenty. */
export const USUAL_RUNS = 2000

const RUNS_PER_REPORT = 100

/**
 * How likely each job is ready when promised, and what to promise to be right nine times in ten.
 *
 * The plan is carried out again and again with chance: what hands do differs (log-normal, with the
 * planned minutes as its mean), cures differ (log-normal, the planned minutes being their
 * `curesQuantile`), makers miss shifts, jobs are made again in part. Makers, places and the order on
 * everything shared stay the plan's, and nobody stands in for anybody. What a window closes on is
 * begun as soon as it can be, also a little after the end of a shift; all else not before its planned
 * time nor beyond a shift; nobody mixes before it is plain that there can be poured.
 * Source: Monte Carlo simulation of a fixed resource flow (Policella et al., partial order
 * schedules, 2004).
 * @param onProgress called now and then with the share that is done
 * @returns `invalid-input` for tasks that are no correct plan; the same seed gives the same odds
 */
export function odds(
  request: OddsRequest,
  onProgress?: (share: number) => void,
): Result<OddsAnswer> {
  const chance = request.chance ?? {}
  const runs = request.runs ?? USUAL_RUNS
  const planned = plannedOf(request)
  if (!planned.ok) return planned
  const scene = sceneOf(request.plan, planned.value, chance)
  const random = seededRandom(request.seed ?? 1)
  const run = carryOut(scene, chance, random)
  const againOf = new Map((chance.again ?? []).map((again) => [again.job, again]))
  const jobs = request.plan.jobs.flatMap((job) => {
    const tasks = request.plan.tasks.flatMap((task, i) => (task.job === job.id ? [i] : []))
    if (tasks.length === 0) return []
    const own = new Set(tasks)
    return [
      {
        job,
        tasks,
        windows: scene.windows.filter((window) => own.has(window.to)),
        again: againOf.get(job.id) ?? null,
        ready: new Float64Array(runs),
        kept: 0,
        missed: 0,
        lateMin: 0,
      },
    ]
  })
  for (let i = 0; i < runs; i++) {
    const { start, end } = run()
    for (const one of jobs) {
      let ready = -Infinity
      for (const task of one.tasks) ready = Math.max(ready, end[task]!)
      if (one.again && random() * 100 < one.again.pct) ready += one.again.addsMin ?? 0
      const lateMin = ready - dueOf(one.job)
      one.ready[i] = ready
      if (lateMin <= SAME_MIN) one.kept++
      one.lateMin += Math.max(0, lateMin)
      if (one.windows.some(({ from, to, maxMin }) => start[to]! - end[from]! > maxMin + SAME_MIN))
        one.missed++
    }
    if (onProgress && (i + 1) % RUNS_PER_REPORT === 0) onProgress((i + 1) / runs)
  }
  const percent = (count: number) => (100 * count) / runs
  return answer({
    jobs: jobs.map(({ job, ready, kept, missed }): JobOdds => {
      ready.sort()
      const at = (share: number) => ready[Math.max(0, Math.ceil(share * runs - SAME_MIN) - 1)]!
      return {
        job: job.id,
        keptPct: dueOf(job) === Infinity ? null : percent(kept),
        readyMin50: at(0.5),
        readyMin90: at(0.9),
        windowMissedPct: percent(missed),
      }
    }),
    expectedWeightedTardinessMin:
      jobs.reduce((sum, { job, lateMin }) => sum + (job.weight ?? 1) * lateMin, 0) / runs,
    runs,
  })
}

const dueOf = (job: PlanJob): number => job.dueMin ?? Infinity
