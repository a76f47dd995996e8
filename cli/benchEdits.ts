import { join } from 'node:path'
import { chromium, type APIRequestContext, type Locator, type Page } from '@playwright/test'
import { splitLayer } from '../core/recipe'
import type { Recipe } from '../core/trade'
import { DEMO_PASSWORD } from '../demo/workshop'
import { CHROMIUM } from './lib/chromium'
import { median } from './lib/median'
import { STATE } from './lib/paths'
import { Sentence } from './lib/Sentence'
import { withDemo } from './lib/withDemo'
import type { RecipeRow } from '../shared/types/recipes'
import { inSmall } from './lib/inSmall'

const EDITS = inSmall(30, 2)
/** Until a page that has loaded is quiet. */
const QUIET_MS = 1500
/** Rings and spokes of the measured bowl: a little under 200 000 triangles. */
const RINGS = inSmall(316, 16)
const SPOKES = inSmall(316, 16)
const say = (line: string) => process.stdout.write(`${line}\n`)

interface EditTimes {
  name: string
  /** From the keystroke until every watcher has run and the page is patched, milliseconds. */
  scriptMs: number[]
}

/**
 * Types into a field again and again and measures the script of each keystroke, in the page itself.
 */
async function edits(
  name: string,
  field: Locator,
  values: readonly [string, string],
): Promise<EditTimes> {
  await field.waitFor()
  await field.page().waitForTimeout(QUIET_MS)
  const scriptMs = await field.evaluate(
    async (element, { texts, count }) => {
      const input = element as HTMLInputElement
      const settled = () =>
        new Promise<void>((resolve) => {
          const channel = new MessageChannel()
          channel.port1.onmessage = () => resolve()
          channel.port2.postMessage(null)
        })
      const times: number[] = []
      for (let i = 0; i < count; i++) {
        await new Promise(requestAnimationFrame)
        const startedAt = performance.now()
        input.value = texts[i % 2] ?? ''
        input.dispatchEvent(new Event('input', { bubbles: true }))
        await settled()
        times.push(performance.now() - startedAt)
      }
      return times
    },
    { texts: values, count: EDITS },
  )
  return { name, scriptMs }
}

/** Writes a recipe of twice as many layers as one of the Yard's has, each half as deep. @returns its id */
async function recipeOfTwelve(request: APIRequestContext): Promise<number> {
  const rows = (await (await request.get('/api/recipes')).json()) as RecipeRow[]
  const six = rows.find(({ name }) => name === 'Six depths of dusk')
  if (!six) throw new Sentence('The demo has no recipe of six layers.')
  let recipe: Recipe = six
  for (let at = six.layers.length - 1; at >= 0; at--)
    recipe = { ...recipe, ...splitLayer(recipe, at, 2) }
  const { id: _id, version: _version, ...fields } = recipe as RecipeRow
  const written = await request.post('/api/recipes', {
    data: {
      ...fields,
      name: 'Twelve depths',
      layers: fields.layers.map((layer, i) => ({ ...layer, id: 0, name: `depth ${i + 1}` })),
    },
  })
  if (!written.ok()) throw new Sentence(`Twelve layers are refused: ${await written.text()}`)
  return ((await written.json()) as { id: number }).id
}

/** A closed bowl-like body of rings of triangles, as a binary STL. */
function bowl(): Buffer {
  const at = (ring: number, spoke: number): [number, number, number] => {
    const angle = (2 * Math.PI * (spoke % SPOKES)) / SPOKES
    const up = ring / RINGS
    const radius = 40 + 20 * Math.sin(up * 2.5)
    return [radius * Math.cos(angle), radius * Math.sin(angle), 60 * up]
  }
  const corners: [number, number, number][] = []
  for (let ring = 0; ring < RINGS; ring++)
    for (let spoke = 0; spoke < SPOKES; spoke++)
      corners.push(
        at(ring, spoke),
        at(ring, spoke + 1),
        at(ring + 1, spoke + 1),
        at(ring, spoke),
        at(ring + 1, spoke + 1),
        at(ring + 1, spoke),
      )
  for (let spoke = 0; spoke < SPOKES; spoke++)
    corners.push(
      [0, 0, 0],
      at(0, spoke + 1),
      at(0, spoke),
      [0, 0, 60],
      at(RINGS, spoke),
      at(RINGS, spoke + 1),
    )
  const bytes = Buffer.alloc(84 + (50 * corners.length) / 3)
  bytes.writeUInt32LE(corners.length / 3, 80)
  corners.forEach((corner, i) =>
    corner.forEach((value, k) =>
      bytes.writeFloatLE(value, 84 + 50 * Math.floor(i / 3) + 12 + 12 * (i % 3) + 4 * k),
    ),
  )
  return bytes
}

/**
 * Opens a mesh and tells how long it took, and the longest tasks of the page's own thread
 * meanwhile.
 */
async function meshTimes(
  page: Page,
): Promise<{ triangles: number; workedMs: number; longestMs: number }> {
  await page.goto('/sizing/new')
  await page.getByRole('button', { name: 'from a mesh' }).click()
  await page.evaluate(() => {
    const longest = { ms: 0 }
    const spent = { from: 0, to: 0 }
    Object.assign(window, { longest, spent })
    document.addEventListener(
      'change',
      () => {
        spent.from = performance.now()
        const look = () =>
          /\d triangles,/.test(document.querySelector('main')?.textContent ?? '')
            ? (spent.to = performance.now())
            : requestAnimationFrame(look)
        requestAnimationFrame(look)
      },
      { capture: true, once: true },
    )
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries())
        if (spent.from > 0 && entry.startTime >= spent.from)
          longest.ms = Math.max(longest.ms, entry.duration)
    }).observe({ entryTypes: ['longtask'] })
  })
  const buffer = bowl()
  await page
    .getByLabel('Choose the mesh')
    .setInputFiles({ name: 'bowl.stl', mimeType: 'model/stl', buffer })
  await page.getByText(/\d triangles,/).waitFor()
  await page.waitForTimeout(1500)
  const seen = await page.evaluate(() => {
    const { longest, spent } = window as unknown as {
      longest: { ms: number }
      spent: { from: number; to: number }
    }
    return { workedMs: spent.to - spent.from, longestMs: longest.ms }
  })
  return { triangles: (buffer.length - 84) / 50, ...seen }
}

/**
 * `velvet bench edits`: what a keystroke costs on the screens that compute, and a large mesh, in
 * the browser.
 */
export async function benchEdits(): Promise<void> {
  await withDemo(join(STATE, 'bench'), async (address) => {
    const browser = await chromium.launch(CHROMIUM)
    try {
      const context = await browser.newContext({
        baseURL: address,
        viewport: { width: 1280, height: 800 },
      })
      // The loader of this command marks functions with a helper that the page does not have.
      await context.addInitScript({ content: 'globalThis.__name = (named) => named' })
      await context.request.post('/api/session', {
        data: { signIn: 'maren', password: DEMO_PASSWORD },
        headers: { origin: address },
      })
      const page = await context.newPage()
      const named = async (list: string, name: string) => {
        await page.goto(list)
        await page.getByRole('main').getByRole('link', { name }).first().click()
      }
      const rows: EditTimes[] = []
      await named('/recipes', 'Lamp base')
      rows.push(
        await edits('a recipe of four layers: depth', page.getByLabel('deep'), ['35', '36']),
      )
      rows.push(
        await edits('a recipe of four layers: a load', page.getByLabel(/^Load of/).first(), [
          '1.1',
          '1.2',
        ]),
      )
      await page.goto(`/recipes/${await recipeOfTwelve(context.request)}`)
      rows.push(await edits('twelve layers: depth', page.getByLabel('deep'), ['9.5', '9.6']))
      rows.push(
        await edits('twelve layers: a load', page.getByLabel(/^Load of/).first(), ['1.1', '1.2']),
      )
      await named('/sizing', 'Lamp base mould')
      rows.push(
        await edits('a mould: how deep are 120 ml', page.getByLabel('how deep are'), [
          '120',
          '121',
        ]),
      )
      await named('/sizing', 'Bookend mould')
      rows.push(await edits('a mould: its height', page.getByLabel('height'), ['34', '35']))
      await page.goto('/pots')
      await page.locator('main a[href^="/pots/"]').filter({ hasNotText: 'Gather' }).first().click()
      rows.push(
        await edits('a pot: mispour rescue', page.getByLabel('part A in the cup'), ['100', '101']),
      )
      say(
        `Script of one keystroke in the browser, milliseconds, ${EDITS} times each; a frame is 16.7.`,
      )
      say('')
      say('| screen | median | worst |')
      say('|---|--:|--:|')
      for (const { name, scriptMs } of rows)
        say(`| ${name} | ${median(scriptMs).toFixed(1)} | ${Math.max(...scriptMs).toFixed(1)} |`)
      const mesh = await meshTimes(page)
      say('')
      say(
        `A mesh of ${mesh.triangles} triangles was read, checked and sliced at 64 levels in ${(mesh.workedMs / 1000).toFixed(2)} s; the longest task of the page meanwhile took ${mesh.longestMs.toFixed(0)} ms.`,
      )
    } finally {
      await browser.close()
    }
  })
}
