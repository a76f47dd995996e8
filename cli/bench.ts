import { benchCrash } from './benchCrash'
import { benchCures } from './benchCures'
import { benchEdits } from './benchEdits'
import { benchLanes } from './benchLanes'
import { benchLoad } from './benchLoad'
import { benchMarket } from './benchMarket'
import { benchPlan } from './benchPlan'
import { benchViews } from './benchViews'
import { Sentence } from './lib/Sentence'

const PARTS: Record<string, () => Promise<void>> = {
  views: benchViews,
  edits: benchEdits,
  cures: benchCures,
  plan: benchPlan,
  market: benchMarket,
  lanes: benchLanes,
  load: benchLoad,
}
/** What is measured where nothing is named. */
export const BENCHES: readonly string[] = Object.keys(PARTS)
const CRASHES = 10

/**
 * `velvet bench [PART …]`: how fast it is, from a real run; all parts where none is named. `velvet
 * bench crash [N]`: what N crashes under writes lose.
 */
export async function benchCommand(args: readonly string[]): Promise<number> {
  const [first, times] = args
  if (first === 'crash') return benchCrash(Number(times ?? CRASHES) || CRASHES)
  for (const name of args.length > 0 ? args : BENCHES) {
    const part = PARTS[name]
    if (!part)
      throw new Sentence(`There is no part "${name}" to measure; there are ${BENCHES.join(', ')}.`)
    await part()
  }
  return 0
}
