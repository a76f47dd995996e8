import { join } from 'node:path'
import { chromium, type Browser, type BrowserContext } from '@playwright/test'
import { multiplyHistory } from '../demo/multiply'
import { DEMO_PASSWORD } from '../demo/workshop'
import { openDatabase } from '../server/db/knex'
import { CHROMIUM } from './lib/chromium'
import { median } from './lib/median'
import { STATE } from './lib/paths'
import { withDemo } from './lib/withDemo'
import { inSmall } from './lib/inSmall'

const ROUNDS = inSmall(30, 2)
const VISITS = inSmall(5, 1)
const TIMES = inSmall(10, 2)
const say = (line: string) => process.stdout.write(`${line}\n`)

/** Each main view, and the list whose first entry it opens where it shows one thing. */
const PAGES: [string, string][] = [
  ['Today', '/'],
  ['Orders', '/orders'],
  ['an order', '/orders/1'],
  ['Recipes', '/recipes'],
  ['a recipe', '/recipes/1'],
  ['Sizing', '/sizing'],
  ['a mould', '/sizing/1'],
  ['Pots', '/pots'],
  ['Plan', '/plan'],
  ['Racks', '/racks'],
  ['Stores', '/stores'],
  ['Notebook', '/notebook'],
  ['a piece', '/notebook/1'],
]

interface PageTimes {
  name: string
  /**
   * Server's time for all the data of the page, one request after the other, median, milliseconds.
   */
  serverMs: number
  /** From the request of the page to all its data shown, median, milliseconds. */
  browserMs: number
}

async function medianMs(rounds: number, work: () => Promise<unknown>): Promise<number> {
  const times: number[] = []
  for (let i = 0; i < rounds; i++) {
    const startedAt = performance.now()
    await work()
    times.push(performance.now() - startedAt)
  }
  return median(times)
}

async function signedIn(browser: Browser, address: string): Promise<BrowserContext> {
  const context = await browser.newContext({
    baseURL: address,
    viewport: { width: 1280, height: 800 },
  })
  const response = await context.request.post('/api/session', {
    data: { signIn: 'maren', password: DEMO_PASSWORD },
    headers: { origin: address },
  })
  if (!response.ok()) throw new Error(`signing in answered ${response.status()}`)
  return context
}

/**
 * Opens a page as a person would, with an empty cache the first time, and notes what it asked the
 * server for.
 */
async function timesOf(
  context: BrowserContext,
  address: string,
  name: string,
  path: string,
): Promise<PageTimes> {
  const asked = new Set<string>()
  const page = await context.newPage()
  page.on('request', (request) => {
    const { pathname, search } = new URL(request.url())
    // The stream of what happens has no end.
    if (request.method() === 'GET' && pathname.startsWith('/api/') && pathname !== '/api/events')
      asked.add(pathname + search)
  })
  const browserMs = await medianMs(VISITS, async () => {
    await page.goto(path)
    await page.locator('main h1').waitFor()
    await page.waitForFunction(
      () => !/Fetching/.test(document.querySelector('main')?.textContent ?? ''),
    )
  })
  await page.close()
  const cookie = (await context.cookies()).map((one) => `${one.name}=${one.value}`).join('; ')
  const read = async (url: string) => {
    const response = await fetch(address + url, { headers: { cookie } })
    await response.arrayBuffer()
    if (!response.ok) throw new Error(`${url} answered ${response.status}`)
  }
  let serverMs = 0
  for (const url of asked) serverMs += await medianMs(ROUNDS, () => read(url))
  return { name, serverMs, browserMs }
}

async function measure(address: string): Promise<{ pages: PageTimes[]; referenceMs: number }> {
  const browser = await chromium.launch(CHROMIUM)
  try {
    const referenceMs = await medianMs(ROUNDS, async () =>
      (await fetch(`${address}/api/health`)).arrayBuffer(),
    )
    const context = await signedIn(browser, address)
    const pages: PageTimes[] = []
    for (const [name, path] of PAGES) pages.push(await timesOf(context, address, name, path))
    return { pages, referenceMs }
  } finally {
    await browser.close()
  }
}

/**
 * `velvet bench views`: what the server and the browser need for each view, on the demo data and on
 * ten times as much.
 */
export async function benchViews(): Promise<void> {
  await withDemo(join(STATE, 'bench'), async (address, database) => {
    const once = await measure(address)
    const knex = openDatabase(database)
    await multiplyHistory(knex, TIMES)
    await knex.destroy()
    report(once, await measure(address))
  })
}

type Measured = Awaited<ReturnType<typeof measure>>

function report(once: Measured, many: Measured): void {
  const ms = (value: number | undefined) =>
    `${(value ?? Number.NaN).toFixed(value !== undefined && value < 10 ? 1 : 0)}`
  say(
    `Milliseconds, medians; the reference (one query through the same server) took ${ms(once.referenceMs)} and ${ms(many.referenceMs)}.`,
  )
  say('')
  say(
    `| view | data from the server | × the reference | usable in the browser | data, ${TIMES} × | usable, ${TIMES} × |`,
  )
  say('|---|--:|--:|--:|--:|--:|')
  once.pages.forEach((page, i) => {
    const grown = many.pages[i]
    say(
      `| ${page.name} | ${ms(page.serverMs)} | ${(page.serverMs / once.referenceMs).toFixed(1)} | ${ms(page.browserMs)} | ${ms(grown?.serverMs)} | ${ms(grown?.browserMs)} |`,
    )
  })
}
