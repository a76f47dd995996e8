import { answer, invalid, type Result } from '../result'
import { normalQuantile } from '../normal'
import { CELSIUS_OFFSET_K, GAS_CONSTANT } from '../units'
import { curveOf, type CureCurve } from './curveOf'
import type { CureResin, TemperatureStep } from './types'

/**
 * How a resin's own clock goes: ln of the factor on its minutes, mean and standard deviation; 0 each
 * where it goes as the data sheet says.
 */
export interface CureClock {
  logMean?: number
  logSd?: number
}

/** A time between two milestones in which something may be done. */
export interface CureWindow {
  id: string
  opens: string
  closes: string
}

export interface CureBandRequest {
  resin: CureResin
  profile: TemperatureStep[]
  startMin: number
  clock?: CureClock
  /** How far thermometer and piece are apart, standard deviation, K. */
  tempSdC?: number
  /** Rising, each between 0 and 1. */
  quantiles?: number[]
  windows?: CureWindow[]
}

export interface CureBandAnswer {
  /** By milestone: when it is reached, at each quantile, on the profile's clock. */
  reachedMin: Record<string, number[]>
  windows: {
    id: string
    opensMin: number[]
    closesMin: number[]
    /** Surely open, from the last quantile of its opening to the first of its closing. */
    sureMin: [number, number] | null
  }[]
}

const QUANTILES = [0.1, 0.5, 0.9]
const JOULES_PER_KJ = 1000

/**
 * When each milestone of a cure is reached, and how sure that is.
 * Resins differ from their data sheet, batches from each other, thermometers from the piece: a
 * milestone of m minutes is reached at quantile q when the rate's integral from the start equals
 * m·exp(logMean + s·z(q)), s² = logSd² + (tempSdC·Ea/(R·T²))², with T the mean temperature in kelvin
 * until m·exp(logMean) is reached.
 * Source: Arrhenius rate (`rateAt`) with a lognormal clock; the second term of s is the derivative of
 * ln rate by temperature.
 * @param request milestones and minutes on the profile's clock, temperatures in °C
 * @returns minutes on the profile's clock, one for each quantile
 * @throws nothing; refuses with `invalid-input` a start before the first temperature, and windows of
 *   milestones that are not given or that close before they open
 * @example cureBand({ resin: { referenceC: 22, activationKJ: 55, milestones: { gel: 180 } },
 *   profile: [{ fromMin: 0, tempC: 22 }], startMin: 0, quantiles: [0.5] }) // reachedMin.gel: [180]
 */
export function cureBand(request: CureBandRequest): Result<CureBandAnswer> {
  const { resin, profile, startMin, quantiles = QUANTILES, windows = [] } = request
  const first = profile[0]
  if (!first || startMin < first.fromMin) return invalid('startMin', 'starts-before-profile')
  for (const [i, { id, opens, closes }] of windows.entries()) {
    if (windows.findIndex((one) => one.id === id) < i)
      return invalid(`windows[${i}].id`, 'name-twice', { name: id })
    const [from, to] = [resin.milestones[opens], resin.milestones[closes]]
    if (from === undefined) return invalid(`windows[${i}].opens`, 'milestone-unknown')
    if (to === undefined) return invalid(`windows[${i}].closes`, 'milestone-unknown')
    if (to < from) return invalid(`windows[${i}].closes`, 'window-backwards')
  }
  const curve = curveOf(resin, profile, startMin)
  const reachedMin = Object.fromEntries(
    Object.entries(resin.milestones).map(([name, minutes]) => [
      name,
      quantilesOf(minutes, curve, request, quantiles),
    ]),
  )
  const timesOf = (name: string): number[] => reachedMin[name] ?? []
  return answer({
    reachedMin,
    windows: windows.map(({ id, opens, closes }) => {
      const [from, to] = [timesOf(opens).at(-1) ?? NaN, timesOf(closes)[0] ?? NaN]
      return {
        id,
        opensMin: timesOf(opens),
        closesMin: timesOf(closes),
        sureMin: from < to ? [from, to] : null,
      }
    }),
  })
}

/** When a milestone is reached at each quantile, minutes on the profile's clock. */
function quantilesOf(
  minutes: number,
  { reached, meanC }: CureCurve,
  { resin, clock: { logMean = 0, logSd = 0 } = {}, tempSdC = 0 }: CureBandRequest,
  quantiles: readonly number[],
): number[] {
  const at = (z: number) => reached(minutes * Math.exp(logMean + z))
  const meanK = meanC(at(0)) + CELSIUS_OFFSET_K
  const perK = (resin.activationKJ * JOULES_PER_KJ) / (GAS_CONSTANT * meanK * meanK)
  const sd = Math.hypot(logSd, tempSdC * perK)
  return quantiles.map((share) => at(sd * normalQuantile(share)))
}
