import { learnedPct, learnedSpreadPct, STARTING_CHANCE } from '../../../../core/odds'
import type { KnownYield } from '../../../../core/spares'
import type { OddsBasis } from '../../../../shared/types/promises'
import { foldPiece } from '../../../../core/run'
import { countByState, logsOfMadeAgain } from '../../../db/pieceLogs'
import type { Db } from '../../../db/rows'
import { recentPours } from '../../../db/runs'
import { recentWork } from '../../../db/work'

/** The newest so many pours, and as much other work, say how even hands work. */
const POURS = 300
/** A pour that took that many times as long or short was left standing, or its clock was. */
const STRAYS = 5

/**
 * What the log says about how work goes and comes out; the starting values where it says little.
 */
export async function readExperience(
  db: Db,
  workspaceId: number,
  yieldPct: number,
): Promise<OddsBasis> {
  const [pours, work, known] = await Promise.all([
    recentPours(db, workspaceId, POURS),
    recentWork(db, workspaceId, POURS),
    readYield(db, workspaceId, yieldPct),
  ])
  const ratios = [...pours, ...work]
    .map(({ tookMin, plannedMin }) => tookMin / plannedMin)
    .filter((ratio) => ratio > 1 / STRAYS && ratio < STRAYS)
  return {
    handsPct: learnedSpreadPct(STARTING_CHANCE.handsPct, ratios),
    pours: ratios.length,
    ...known,
  }
}

/**
 * Of a hundred pieces so many come out good, as those that were judged say.
 * @param yieldPct what the house thinks before any was judged
 */
export async function readYield(
  db: Db,
  workspaceId: number,
  yieldPct: number,
): Promise<KnownYield> {
  const [states, madeAgain] = await Promise.all([
    countByState(db, workspaceId),
    logsOfMadeAgain(db, workspaceId),
  ])
  const good = (states.get('good') ?? 0) + (states.get('second') ?? 0)
  const failedBefore = madeAgain
    .map(foldPiece)
    .reduce(
      (sum, { failures, state }) => sum + failures - Number(state === 'rework' || state === 'lost'),
      0,
    )
  const judged = good + (states.get('rework') ?? 0) + (states.get('lost') ?? 0) + failedBefore
  return { yieldPct: learnedPct(yieldPct, good, judged), judged }
}
