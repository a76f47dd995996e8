import { checkGathering, potOf } from '../../../../core/pot'
import type { Portion } from '../../../../core/trade'
import type { PlanAnswer } from '../../../../core/plan'
import { MINUTES_PER_DAY } from '../../../../core/units'
import type { GatheredMix } from '../../../../shared/types/proposals'
import type { StoredPot } from '../../../db/pots'
import type { Paths } from './choosePaths'
import { lateLines } from './lateLines'
import { oddsOf, type Weigh } from './oddsOf'
import type { Together } from './planTogether'
import { corePortion } from '../../pots/portionsOf'
import { potFields } from '../../pots/potFields'
import type { Shelf } from '../../pots/shelf'
import type { Situation } from '../situation/situation'

export interface Gathered extends Together {
  situation: Situation
  mixes: GatheredMix[]
}

/** Mixes further apart than this in the plan are left apart. */
const NEAR_MIN = 2 * MINUTES_PER_DAY
/** So many pairs are tried at the most. */
const MOST_TRIED = 10
/** A mix less is worth so much weighted completion, an hour of a commission's; a starting value. */
const WORTH_MIN = 3 * 60
/**
 * Nobody's window may come to close on somebody so much more often for it, per cent, found in so
 * few runs; starting values.
 */
const MORE_MISSED_PCT = 5
const ROUGH_RUNS = 1000

interface Pair {
  x: StoredPot
  y: StoredPot
  apartMin: number
  sameColour: boolean
}

/**
 * Mixes pots of different orders as one where that misses no promise by more and no window more
 * often: one mix less to weigh and stir, and the film of one cup; but several pours that must all
 * come in time. Those of one colour and mixed at nearly the same time come first; what people
 * gathered may grow too.
 * @param planAgain the plan in another situation, beside the one so far
 */
export async function gatherMixes(
  planned: Together,
  asked: Situation,
  weigh: Weigh,
  planAgain: (where: Situation, paths: Paths, so: PlanAnswer) => Promise<Together>,
): Promise<Gathered> {
  let best: Together & { situation: Situation } = { ...planned, situation: asked }
  const failed = new Set<string>()
  let missed: ReadonlyMap<number, number> | null = null
  for (let tried = 0; tried < MOST_TRIED && best.solved.ok; tried++) {
    const pair = nextPair(best, failed)
    if (!pair) break
    const { situation, paths, solved } = best
    const where = situation.withPots(merged(situation.pots, pair, situation.shelf))
    const again = await planAgain(where, paths, solved.value)
    if (again.paths.impossible.size > paths.impossible.size || !isWorthIt(again, best)) {
      failed.add(keyOf(pair))
      continue
    }
    missed ??= await windowsMissed(best, weigh)
    const missedThen = await windowsMissed({ ...again, situation: where }, weigh)
    if ([...missedThen].some(([order, pct]) => pct > (missed?.get(order) ?? 0) + MORE_MISSED_PCT))
      failed.add(keyOf(pair))
    else [best, missed] = [{ ...again, situation: where }, missedThen]
  }
  return { ...best, mixes: mixesOf(asked, best.situation) }
}

/** How often each order misses a window, per cent. */
async function windowsMissed(
  { solved, question, situation }: Together & { situation: Situation },
  weigh: Weigh,
): Promise<Map<number, number>> {
  const { orders, lines, basis, origin } = situation
  const odds = solved.ok
    ? await oddsOf(
        solved.value,
        { question, orders, lines, basis, origin, againMin: new Map() },
        weigh,
        ROUGH_RUNS,
      )
    : []
  return new Map([...odds].map(([order, { windowMissedPct }]) => [order, windowMissedPct]))
}

const keyOf = ({ x, y }: Pick<Pair, 'x' | 'y'>) =>
  `${x.id}/${y.id}/${x.portions.length}/${y.portions.length}`

/** The pair that is nearest in colour and time of those that can be one pot and were not tried. */
function nextPair(
  { situation, question, solved }: Together & { situation: Situation },
  failed: ReadonlySet<string>,
): Pair | undefined {
  const { pots, shelf } = situation
  const mixAt = new Map<number, number>()
  if (solved.ok)
    for (const task of solved.value.tasks) {
      const { kind, potId } = question.meaning.get(task.id) ?? {}
      if (kind === 'mix' && potId) mixAt.set(potId, task.startMin)
    }
  const open = pots.filter((pot) => pot.id > 0 && pot.state === 'planned' && mixAt.has(pot.id))
  const pairs = open.flatMap((x, i) =>
    open.slice(i + 1).map((y): Pair => ({
      x,
      y,
      apartMin: Math.abs((mixAt.get(x.id) ?? 0) - (mixAt.get(y.id) ?? 0)),
      sameColour: x.tint === y.tint,
    })),
  )
  const wanted = pairs.filter(
    (pair) =>
      pair.x.resinId === pair.y.resinId &&
      pair.apartMin <= NEAR_MIN &&
      !failed.has(keyOf(pair)) &&
      !shareLayer(pair),
  )
  wanted.sort(
    (one, other) =>
      Number(other.sameColour) - Number(one.sameColour) ||
      one.apartMin - other.apartMin ||
      one.x.id - other.x.id ||
      one.y.id - other.y.id,
  )
  const portions = new Map(pots.map((pot) => [pot.id, corePortions(pot, shelf)]))
  return wanted.find(({ x, y }) => {
    const others = pots
      .filter((pot) => pot.id !== x.id && pot.id !== y.id && pot.state === 'planned')
      .map((pot) => portions.get(pot.id) ?? [])
    return !checkGathering(
      [[...(portions.get(x.id) ?? []), ...(portions.get(y.id) ?? [])]],
      others,
      shelf,
    ).some((problem) => problem.breaks)
  })
}

/** Two pots of one line's layer were parted because one was too much, or for its moulds. */
const shareLayer = ({ x, y }: Pair) =>
  x.portions.some((one) =>
    y.portions.some((other) => one.lineId === other.lineId && one.layerId === other.layerId),
  )

const corePortions = (pot: StoredPot, shelf: Shelf): Portion[] =>
  pot.portions.flatMap((portion) => corePortion(portion, shelf.recipeOf(portion)) ?? [])

function merged(pots: readonly StoredPot[], { x, y }: Pair, shelf: Shelf): StoredPot[] {
  const together: StoredPot = { ...x, portions: [...x.portions, ...y.portions] }
  const resin = shelf.resins.get(x.resinId)
  const { needMl, tint } = resin
    ? potFields(corePortions(together, shelf), resin, shelf, x.letter, true)
    : x
  return pots.flatMap((pot) =>
    pot.id === x.id ? [{ ...together, needMl, tint }] : pot.id === y.id ? [] : [pot],
  )
}

/** No line misses its promise by more, and the whole is hardly later. */
function isWorthIt(tried: Together, so: Together): boolean {
  if (!tried.solved.ok || !so.solved.ok) return false
  const late = lateLines(so.question, so.solved.value)
  const isLater = [...lateLines(tried.question, tried.solved.value)].some(
    ([line, lateMin]) => lateMin > (late.get(line) ?? 0),
  )
  return (
    !isLater &&
    tried.solved.value.objective.weightedCompletionMin <=
      so.solved.value.objective.weightedCompletionMin + WORTH_MIN
  )
}

/** Weighing and stirring a pot, minutes of hands. */
function mixMinOf(pot: StoredPot, shelf: Shelf): number {
  const resin = shelf.resins.get(pot.resinId)
  return resin
    ? shelf.rules.measureMin + potOf(corePortions(pot, shelf), { ...shelf, resin }).stirMin
    : 0
}

function mixesOf(before: Situation, after: Situation): GatheredMix[] {
  const kept = new Set(after.pots.map((pot) => pot.id))
  const gone = before.pots.filter((pot) => !kept.has(pot.id))
  return after.pots.flatMap((pot): GatheredMix[] => {
    const joined = gone.filter((one) =>
      one.portions.every((portion) => pot.portions.includes(portion)),
    )
    const own = before.pots.find((one) => one.id === pot.id)
    if (joined.length === 0 || !own) return []
    const all = [own, ...joined]
    const minutes = (one: StoredPot) => mixMinOf(one, before.shelf)
    return [
      {
        keep: pot.id,
        letters: all.map(({ letter }) => letter),
        from: all.map(({ id, version }) => ({ id, version })),
        portions: pot.portions.map(({ lineId, layerId, firstPiece, pieces }) => ({
          lineId,
          layerId,
          firstPiece,
          pieces,
        })),
        savesMin: all.reduce((sum, one) => sum + minutes(one), 0) - minutes(pot),
        savesMl: all.reduce((sum, one) => sum + one.needMl, 0) - pot.needMl,
      },
    ]
  })
}
