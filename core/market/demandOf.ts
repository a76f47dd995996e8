import type { Demand } from './types'

/** Three guesses of how many will be asked for. */
export interface Guess {
  few: number
  likely: number
  many: number
}

/** A past market day of a piece. */
export interface PastDay {
  /** How many stood on the table. */
  taken: number
  sold: number
}

/** A mean and a spread as a demand: negative binomial where it spreads more than chance alone. */
const spread = (mean: number, sd: number): Demand =>
  sd * sd > mean && mean > 0 ? { kind: 'negbin', mean, sd } : { kind: 'poisson', mean }

/**
 * What three guesses say of the demand.
 * Source: the three-point estimate of project planning: mean (few + 4·likely + many)/6, sd
 * (many − few)/6; Poisson where sd² is not above the mean.
 */
export const demandOfGuess = ({ few, likely, many }: Guess): Demand =>
  spread((few + 4 * likely + many) / 6, (many - few) / 6)

const ROUNDS = 200
const STILL = 1e-9

/**
 * What past market days say of the demand: as many as were sold, and where all of a piece was sold,
 * at least as many.
 * Source: the most likely mean of Poisson counts of which some are only known to be at least so many,
 * by expectation and maximisation (Dempster, Laird and Rubin 1977); its spread is that of the days
 * that did not sell out, where there are two and they spread more than chance alone.
 * @param days with something on the table
 * @returns null where there is none
 */
export function demandOfPast(days: readonly PastDay[]): Demand | null {
  const told = days.filter(({ taken }) => taken > 0)
  if (told.length === 0) return null
  const isAll = ({ taken, sold }: PastDay) => sold >= taken
  let mean = told.reduce((sum, { sold }) => sum + sold, 0) / told.length
  for (let round = 0; round < ROUNDS && mean > 0; round++) {
    const next =
      told.reduce((sum, day) => sum + (isAll(day) ? meanFrom(mean, day.taken) : day.sold), 0) /
      told.length
    if (Math.abs(next - mean) < STILL) break
    mean = next
  }
  const open = told.filter((day) => !isAll(day))
  const sd =
    open.length > 1
      ? Math.sqrt(open.reduce((sum, { sold }) => sum + (sold - mean) ** 2, 0) / (open.length - 1))
      : 0
  return spread(mean, sd)
}

/** The mean of a Poisson count of which it is known that it is at least so many. */
function meanFrom(mean: number, least: number): number {
  let chance = Math.exp(-mean)
  let [below, sum] = [0, 0]
  for (let n = 0; n < least; n++) {
    below += chance
    sum += n * chance
    chance *= mean / (n + 1)
  }
  return below < 1 - 1e-12 ? (mean - sum) / (1 - below) : least
}
