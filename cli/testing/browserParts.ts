import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { buildIfStale } from '../lib/build'
import { crash, tallyWords } from '../lib/crash'
import { copyFurnished, furnished } from '../lib/furnished'
import { ROOT, STATE } from '../lib/paths'
import { prepared } from './checks'
import { asOutcome, NOTHING } from './outcome'
import { readPlaywright } from './readCounts'
import { runProgram } from './runProgram'
import type { Part } from './runParts'

const FOLDER = join(STATE, 'test/e2e')
const BUILT = 'the build'
const FURNISHED = 'the furnished yard'
const CRASHES = 2

const built: Part = {
  name: BUILT,
  after: [prepared.name],
  run: async () => {
    await buildIfStale(ROOT)
    return NOTHING
  },
}
const yard: Part = {
  name: FURNISHED,
  run: async () => {
    await furnished()
    return NOTHING
  },
}

/** Server and database are killed in turn under writes. */
export const crashPart = (crashes = CRASHES): Part => ({
  name: 'server and database killed under writes',
  after: [BUILT, FURNISHED],
  run: async (say) => {
    const folder = join(STATE, 'test/crash')
    copyFurnished(await furnished(), folder)
    const tally = await crash(folder, crashes)
    for (const line of tallyWords(tally)) say(`${line}\n`)
    return asOutcome(tally.acknowledged > 0 && tally.broken.length === 0)
  },
})

/** @param args as Playwright takes them, such as files */
export const browserPart = (args: readonly string[] = []): Part => ({
  name: 'in the browser',
  after: [BUILT, FURNISHED],
  lanes: 2,
  run: async (say) => {
    const results = join(FOLDER, 'results.json')
    rmSync(results, { force: true })
    const endedWell = await runProgram('playwright', ['test', ...args], {
      say,
      env: { VELVET_E2E_RESULTS: results, VELVET_FURNISHED: await furnished() },
    })
    return readPlaywright(results, endedWell)
  },
})

/** What the browser's tests stand on. */
export const GROUND: readonly Part[] = [prepared, yard, built]
