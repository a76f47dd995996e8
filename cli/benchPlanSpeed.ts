import { issueWords } from '../shared/words'
import { odds, STARTING_CHANCE, USUAL_RUNS } from '../core/odds'
import { checkPlan, replan, type Pin, type PlanAnswer, type PlanRequest } from '../core/plan'
import { median } from './lib/median'
import { solveTimed } from './lib/solveTimed'
import { workshopCase } from './lib/workshopCase'
import { MINUTES_PER_DAY } from '../core/units'
import { inSmall } from './lib/inSmall'

const SIZES = inSmall([25, 50, 100, 200, 500], [25])
/** How often each change is tried for its median. */
const ROUNDS = inSmall(7, 2)
const REPAIR_TRIES = 200
const say = (line: string) => process.stdout.write(`${line}\n`)
const tasksOf = ({ tasks }: PlanRequest) => `  ${String(tasks.length).padStart(5)} tasks`

/**
 * How the time of a first plan, of mending it after one slip and of its odds grows with the
 * workshop.
 */
export function benchPlanSpeed(): void {
  benchFirst()
  benchSlips()
  benchOdds()
}

function benchFirst(): void {
  say('\nThe first plan of made-up workshops')
  for (const jobs of SIZES) {
    const request = workshopCase({ jobs, seed: 5 })
    const { ms } = solveTimed(request, { iterations: 1 })
    say(
      `${tasksOf(request)}   ${ms.toFixed(0).padStart(5)} ms   ${((1000 * ms) / request.tasks.length).toFixed(0)} µs a task   ${Math.round(process.memoryUsage().rss / 1e6)} MB`,
    )
  }
}

/** How long it takes to mend a plan after one slip, and how much of it moves. */
function benchSlips(): void {
  say(
    '\nA plan mended after one slip, the rest kept (medians; first the first time, as after a start)',
  )
  for (const jobs of SIZES) {
    const request = workshopCase({ jobs, seed: 5 })
    const { answer } = solveTimed(request, { iterations: 1 })
    if (!answer) continue
    for (const { name, changed, pins } of slips(request, answer)) {
      const times: number[] = []
      let moved = 0
      for (let i = 0; i < ROUNDS; i++) {
        const startedAt = performance.now()
        const after = replan(changed, { keep: answer.tasks, pins, tries: REPAIR_TRIES })
        times.push(performance.now() - startedAt)
        if (!after.ok) throw new Error(after.issues.map((wrong) => issueWords(wrong)).join('; '))
        if (checkPlan(changed, after.value.tasks).length > 0)
          throw new Error('the mended plan breaks a constraint')
        moved = after.value.tasks.filter(
          (task, t) =>
            task.startMin !== answer.tasks[t]?.startMin || task.maker !== answer.tasks[t]?.maker,
        ).length
      }
      say(
        `${tasksOf(request)}   ${name.padEnd(30)} ${(times[0] ?? 0).toFixed(0).padStart(5)} ms, then ${median(times).toFixed(0).padStart(5)} ms   ${moved} move`,
      )
    }
  }
}

/** A maker who is away on the first day, and a task that begins an hour later than planned. */
function slips(
  request: PlanRequest,
  { tasks }: PlanAnswer,
): { name: string; changed: PlanRequest; pins: Pin[] }[] {
  const first = tasks
    .filter((task) => task.maker !== null)
    .reduce((soonest, task) => (task.startMin < soonest.startMin ? task : soonest))
  const away = {
    ...request,
    makers: request.makers.map((maker) =>
      maker.id === first.maker
        ? { ...maker, shifts: maker.shifts.filter(([from]) => from > MINUTES_PER_DAY) }
        : maker,
    ),
  }
  return [
    { name: 'a maker away for a day', changed: away, pins: [] },
    {
      name: 'one task an hour later',
      changed: request,
      pins: [{ task: first.id, startMin: first.startMin + 60, maker: first.maker }],
    },
  ]
}

/** How long it takes to carry a plan out with chance, in one thread. */
function benchOdds(): void {
  say(`\nThe odds of a plan, ${USUAL_RUNS.toLocaleString('en')} runs in one thread`)
  for (const jobs of SIZES) {
    const request = workshopCase({ jobs, seed: 5 })
    const { answer } = solveTimed(request, { iterations: 1 })
    if (!answer) continue
    const startedAt = performance.now()
    odds({ plan: request, tasks: answer.tasks, chance: STARTING_CHANCE })
    const ms = performance.now() - startedAt
    say(
      `${tasksOf(request)}   ${ms.toFixed(0).padStart(5)} ms   ${((1000 * ms) / request.tasks.length / USUAL_RUNS).toFixed(2)} µs a task and run`,
    )
  }
}
