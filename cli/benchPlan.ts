import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import type { PlanRequest } from '../core/plan'
import { benchPlanSpeed } from './benchPlanSpeed'
import { jobShopCase } from './lib/jobShopCase'
import { ROOT } from './lib/paths'
import { planModel } from './lib/planModel'
import { askSolver, withSolver } from './lib/solver'
import { solveTimed } from './lib/solveTimed'
import { workshopCase } from './lib/workshopCase'
import { inSmall } from './lib/inSmall'

/** What a search and the solver get on each case, milliseconds. */
const LIMIT_MS = inSmall(2000, 200)
const LONG_LIMIT_MS = inSmall(10_000, 300)
const SOLVER_LIMIT_MS = inSmall(10_000, 1000)
const CASES = join(ROOT, 'tests/fixtures/plan-cases')
const say = (line: string) => process.stdout.write(`${line}\n`)

/**
 * Job shops published by the numbers they are made from, with the length that is proven to be the
 * shortest.
 */
const PUBLISHED_SHOPS = [
  { jobs: 15, machines: 15, minutesSeed: 840612802, machinesSeed: 398197754, shortest: 1231 },
  { jobs: 15, machines: 15, minutesSeed: 1314640371, machinesSeed: 386720536, shortest: 1244 },
  { jobs: 20, machines: 15, minutesSeed: 533484900, machinesSeed: 317419073, shortest: 1357 },
  { jobs: 20, machines: 15, minutesSeed: 1894307698, machinesSeed: 1474268163, shortest: 1367 },
]

/**
 * The cases with known results, made-up workshops with what makes plans hard (promises, moulds,
 * racks and windows), and job shops.
 */
function cases(): { name: string; request: PlanRequest }[] {
  const known = existsSync(CASES)
    ? readdirSync(CASES)
        .filter((file) => file.endsWith('.request.json'))
        .map((file) => ({
          name: file.replace('.request.json', ''),
          request: JSON.parse(readFileSync(join(CASES, file), 'utf8')) as PlanRequest,
        }))
    : []
  const madeUp = [
    { name: 'made up, tight', options: { jobs: 10, seed: 3, slackDays: 0.2, mouldsPerJob: 0.6 } },
    { name: 'made up, few moulds', options: { jobs: 10, seed: 4, mouldsPerJob: 0.1 } },
    { name: 'made up, small rack', options: { jobs: 10, seed: 5, rackShare: 0.15 } },
    { name: 'made up, tack windows', options: { jobs: 10, seed: 6, tackShare: 0.8 } },
  ]
  const shops = PUBLISHED_SHOPS.map(({ shortest, ...options }) => ({
    name: `${options.jobs} × ${options.machines}, best ${shortest}`,
    request: jobShopCase(options),
  }))
  return [
    ...known,
    ...madeUp.map(({ name, options }) => ({ name, request: workshopCase(options) })),
    ...shops,
  ]
}

/** First the tardiness, then the completion among plans with no more of it: half the time each. */
async function solverResult(page: Page, request: PlanRequest): Promise<string> {
  const ask = async (mostTardiness: number | null) => {
    const { status, numbers } = await askSolver(
      page,
      planModel(request, mostTardiness),
      SOLVER_LIMIT_MS / 2,
    )
    const [tardiness = null, completion = null] = numbers
    return { status, tardiness, completion }
  }
  const first = await ask(null)
  if (first.status === 'UNSATISFIABLE') return 'proven infeasible'
  if (first.tardiness === null) return `nothing found (${first.status.toLowerCase()})`
  const second = await ask(first.tardiness)
  const proven = (solved: { status: string }) =>
    solved.status === 'OPTIMAL_SOLUTION' ? ' proven' : ''
  return `${second.tardiness ?? first.tardiness}${proven(first)}, ${second.completion ?? first.completion}${proven(second)}`
}

/**
 * How good plans are beside a constraint solver on the same cases, and how fast they are made,
 * mended and weighed.
 */
export async function benchPlan(): Promise<void> {
  say(
    `\nPlans: weighted tardiness, weighted completion; ours after ${LIMIT_MS / 1000} s, the solver's after ${SOLVER_LIMIT_MS / 1000} s (chuffed, compiled for browsers, in the same run)`,
  )
  await withSolver(async (page) => {
    for (const { name, request } of inSmall(cases(), cases().slice(0, 2))) {
      const { answer, code } = solveTimed(request, { ms: LIMIT_MS })
      const long = solveTimed(request, { ms: LONG_LIMIT_MS }).answer
      const later = long
        ? `, after ${LONG_LIMIT_MS / 1000} s ${long.objective.weightedTardinessMin}, ${long.objective.weightedCompletionMin}`
        : ''
      const ours = answer
        ? `${answer.objective.weightedTardinessMin}, ${answer.objective.weightedCompletionMin} (at least ${answer.lowerBound.weightedTardinessMin}, ${answer.lowerBound.weightedCompletionMin}; ${answer.iterations} tries)${later}`
        : code
      say(
        `  ${name.padEnd(22)} ${String(request.tasks.length).padStart(4)} tasks   ours ${ours}   solver ${await solverResult(page, request)}`,
      )
    }
  })
  benchPlanSpeed()
}
