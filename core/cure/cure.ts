import { answer, invalid, type Result } from '../result'
import { curveOf } from './curveOf'
import { rateAt } from './rateAt'
import type { CureAnswer, CureRequest, CureResin, TemperatureStep } from './types'

/**
 * Works out when each milestone of a cure is reached at the temperatures it really meets.
 * A milestone is reached when the rate's integral from the start equals its minutes at the
 * reference.
 * Source: Arrhenius rate (`rateAt`) summed over the temperature steps; in the cup the working time
 * falls with mass as (referenceG/massG)^massExponent, an empirical law whose starting values a
 * studio replaces by its log.
 * @param request milestones and minutes on the profile's clock, temperatures in °C, pot mass in g
 * @returns minutes on the profile's clock; working time in the cup in minutes, null without a pot
 *   or `work`
 * @throws nothing; refuses with `invalid-input` when the start lies before the first temperature
 * @example cure({ resin: { referenceC: 22, activationKJ: 55, milestones: { gel: 180 } },
 *   profile: [{ fromMin: 0, tempC: 22 }], startMin: 0 }) // reachedMin.gel: 180
 */
export function cure(request: CureRequest): Result<CureAnswer> {
  const { resin, profile, startMin, pot } = request
  const first = profile[0]
  if (!first || startMin < first.fromMin) {
    return invalid('startMin', 'starts-before-profile')
  }
  const { reached } = curveOf(resin, profile, startMin)
  const reachedMin = Object.fromEntries(
    Object.entries(resin.milestones).map(([name, minutes]) => [name, reached(minutes)]),
  )
  const work = resin.milestones.work
  const inCupWorkMin =
    pot === undefined || work === undefined
      ? null
      : (work * (pot.referenceG / pot.massG) ** pot.massExponent) /
        rateAt(resin, temperatureAt(profile, startMin))
  return answer({ reachedMin, inCupWorkMin })
}

/** The temperature that holds at a minute at or after the first entry, °C. */
export function temperatureAt(profile: readonly TemperatureStep[], minute: number): number {
  const current = profile.findLast((step) => step.fromMin <= minute)
  return current?.tempC ?? NaN
}

/** How far a cure has come by a minute: the rate's integral from the start, minutes at the reference. */
export function curedMin(
  resin: Pick<CureResin, 'referenceC' | 'activationKJ'>,
  profile: readonly TemperatureStep[],
  startMin: number,
  untilMin: number,
): number {
  return profile.reduce((sum, { fromMin, tempC }, i) => {
    const ends = Math.min(profile[i + 1]?.fromMin ?? Infinity, untilMin)
    const begins = Math.max(fromMin, startMin)
    return ends > begins ? sum + (ends - begins) * rateAt(resin, tempC) : sum
  }, 0)
}
