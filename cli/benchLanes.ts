import { join } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { DEMO_PASSWORD } from '../demo/workshop'
import type { PlanView } from '../shared/types/plan'
import { CHROMIUM } from './lib/chromium'
import { median } from './lib/median'
import { STATE } from './lib/paths'
import { withDemo } from './lib/withDemo'
import { MS_PER_DAY } from '../core/units'
import { inSmall } from './lib/inSmall'

const TASKS = inSmall(2000, 100)
const PAN_MS = inSmall(4000, 500)
/** As a hand does it: so many views a second. */
const VIEWS_PER_S = 1.5
const SMOOTH_MS = 1000 / 60
const say = (line: string) => process.stdout.write(`${line}\n`)

/** The demo's plan, its tasks over and over until there are enough of them, spread over a month. */
function grown(plan: PlanView): PlanView {
  const tasks = Array.from({ length: TASKS }, (_, i) => {
    const task = plan.tasks[i % plan.tasks.length]!
    const shift = (Math.floor(i / plan.tasks.length) % 28) * MS_PER_DAY
    const at = (iso: string) => new Date(Date.parse(iso) + shift).toISOString()
    return {
      ...task,
      key: `${task.key}+${Math.floor(i / plan.tasks.length)}`,
      startAt: at(task.startAt),
      endAt: at(task.endAt),
    }
  })
  return { ...plan, tasks }
}

/** Milliseconds between frames while the lanes are panned back and forth. */
function framesWhilePanning(page: Page): Promise<number[]> {
  return page.evaluate(
    ({ panMs, speed }) =>
      new Promise<number[]>((resolve) => {
        const frame = document
          .querySelector('svg[aria-label="The plan, lane by lane"]')!
          .closest('.overflow-auto')!
        const times: number[] = []
        const begin = performance.now()
        let last = begin
        const step = (now: number): void => {
          times.push(now - last)
          last = now
          const gone = now - begin
          frame.scrollLeft = (Math.min(gone, panMs - gone) / 1000) * speed * frame.clientWidth
          if (now - begin < panMs) requestAnimationFrame(step)
          else resolve(times.slice(1))
        }
        requestAnimationFrame(step)
      }),
    { panMs: PAN_MS, speed: VIEWS_PER_S },
  )
}

/** Milliseconds between frames while nothing happens: what this machine gives at best. */
const framesAtRest = (page: Page): Promise<number[]> =>
  page.evaluate(
    () =>
      new Promise<number[]>((resolve) => {
        const times: number[] = []
        let last = performance.now()
        const step = (now: number): void => {
          times.push(now - last)
          last = now
          if (times.length < 120) requestAnimationFrame(step)
          else resolve(times.slice(1))
        }
        requestAnimationFrame(step)
      }),
  )

function line(name: string, frames: readonly number[]): void {
  const sorted = [...frames].sort((x, y) => x - y)
  const share = (100 * frames.filter((ms) => ms <= 1.2 * SMOOTH_MS).length) / frames.length
  say(
    `  ${name.padEnd(28)} ${median(frames).toFixed(1).padStart(6)} ms a frame   ${(sorted[Math.floor(0.95 * sorted.length)] ?? 0).toFixed(1).padStart(6)} ms at 95 %   ${share.toFixed(0).padStart(4)} % within a sixtieth of a second`,
  )
}

/**
 * `velvet bench lanes`: how smoothly the plan is panned with 2,000 tasks, beside the same page at
 * rest.
 */
export async function benchLanes(): Promise<void> {
  await withDemo(join(STATE, 'bench'), async (address) => {
    const browser = await chromium.launch(CHROMIUM)
    try {
      const context = await browser.newContext({
        baseURL: address,
        viewport: { width: 1280, height: 800 },
      })
      await context.request.post('/api/session', {
        data: { signIn: 'maren', password: DEMO_PASSWORD },
        headers: { origin: address },
      })
      const plan = grown((await (await context.request.get('/api/plan')).json()) as PlanView)
      const page = await context.newPage()
      // The compiler gives the functions that are handed to the page their names by a helper that
      // the page lacks.
      await page.addInitScript('globalThis.__name = (named) => named')
      await page.route('**/api/plan', (route) => route.fulfill({ json: plan }))
      await page.goto('/plan')
      await page.getByRole('group', { name: 'The plan, lane by lane' }).waitFor()
      say(
        `\nPanning a plan of ${TASKS.toLocaleString('en')} tasks, ${PAN_MS / 1000} s there and back at ${VIEWS_PER_S} views a second`,
      )
      line('at rest', await framesAtRest(page))
      for (const span of ['4 h', '12 h', '2 days', 'week', 'month']) {
        await page.getByRole('button', { name: span, exact: true }).click()
        await page.waitForTimeout(500)
        const drawn = await page.locator('[data-key]').count()
        line(`${span}, ${drawn} drawn`, await framesWhilePanning(page))
      }
    } finally {
      await browser.close()
    }
  })
}
