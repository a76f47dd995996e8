import { join } from 'node:path'
import { buildIfStale } from './lib/build'
import { crash, tallyWords } from './lib/crash'
import { copyFurnished, furnished } from './lib/furnished'
import { ROOT, STATE } from './lib/paths'

/** Kills server and database so often in turn under writes, and says what was lost or broken. */
export async function benchCrash(times: number): Promise<number> {
  const folder = join(STATE, 'bench')
  await buildIfStale(ROOT)
  copyFurnished(await furnished(), folder)
  const tally = await crash(folder, times)
  for (const line of tallyWords(tally)) process.stdout.write(`${line}\n`)
  return tally.broken.length === 0 && tally.acknowledged > 0 ? 0 : 1
}
