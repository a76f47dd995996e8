import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { CHROMIUM } from './chromium'

const SOLVER_ORIGIN = 'http://solver.invalid'

/**
 * The solver as it ships for browsers, in a page of its own; its files come from the installed
 * package.
 */
async function openSolver(page: Page): Promise<void> {
  const folder = dirname(createRequire(import.meta.url).resolve('minizinc'))
  const kinds: Record<string, string> = {
    mjs: 'text/javascript',
    js: 'text/javascript',
    wasm: 'application/wasm',
    data: 'application/octet-stream',
  }
  await page.route(`${SOLVER_ORIGIN}/**`, async (route) => {
    const name = new URL(route.request().url()).pathname.slice(1)
    if (!/^[\w.-]+$/.test(name))
      return route.fulfill({
        contentType: 'text/html',
        body: '<!doctype html><title>solver</title>',
      })
    return route.fulfill({
      contentType: kinds[name.split('.').pop() ?? ''] ?? 'application/octet-stream',
      body: readFileSync(join(folder, name)),
    })
  })
  await page.goto(`${SOLVER_ORIGIN}/`)
  await page.addScriptTag({
    type: 'module',
    content: `import * as MiniZinc from '${SOLVER_ORIGIN}/minizinc.mjs'; await MiniZinc.init({ workerURL: '${SOLVER_ORIGIN}/minizinc-worker.js', wasmURL: '${SOLVER_ORIGIN}/minizinc.wasm', dataURL: '${SOLVER_ORIGIN}/minizinc.data' }); window.MiniZinc = MiniZinc`,
  })
  await page.waitForFunction(() => 'MiniZinc' in window)
}

export interface Solved {
  status: string
  /** What the model puts out for the best that was found; none where nothing was. */
  numbers: number[]
}

/** Solves a model, with the best that was found when the time is over. */
export async function askSolver(page: Page, model: string, limitMs: number): Promise<Solved> {
  return page.evaluate(
    async ({ text, ms }) => {
      interface Run extends Promise<{ status?: string }> {
        on: (event: 'solution', listener: (found: { output: { default?: string } }) => void) => void
        cancel: () => void
      }
      const { Model } = (
        window as unknown as {
          MiniZinc: {
            Model: new () => { addString: (text: string) => void; solve: (options: object) => Run }
          }
        }
      ).MiniZinc
      const asked = new Model()
      asked.addString(text)
      const run = asked.solve({
        options: {
          solver: 'chuffed',
          'time-limit': ms,
          'intermediate-solutions': true,
          'free-search': true,
        },
      })
      let last: string | undefined
      run.on('solution', ({ output }) => (last = output.default ?? last))
      const timer = setTimeout(() => run.cancel(), 1.5 * ms)
      let status = 'stopped'
      try {
        status = (await run).status ?? 'no answer'
      } catch {
        // A run that was cancelled has only what it found so far.
      }
      clearTimeout(timer)
      return { status, numbers: last?.trim().split(' ').map(Number) ?? [] }
    },
    { text: model, ms: limitMs },
  )
}

/** Something is measured beside the solver, in a page that is closed afterwards. */
export async function withSolver(work: (page: Page) => Promise<void>): Promise<void> {
  const browser = await chromium.launch(CHROMIUM)
  try {
    const page = await browser.newPage()
    await openSolver(page)
    await work(page)
  } finally {
    await browser.close()
  }
}
