import { elementAt } from '../elementAt'
import { answer, invalid, type Result } from '../result'
import type { WaterFillAnswer, WaterFillRequest } from './types'
import { WATER_RANGE_C, waterDensity } from './waterDensity'

/**
 * Turns a mould filled with water and weighed into a shape that can be sized.
 * One level gives a mould with straight sides; several give its curve, straight between the levels.
 * The lift of the air on the water (0.1 %) is left out: the resin will be weighed in the same air.
 * Source: `waterDensity`.
 * @param request grams of water up to each level, mm above the lowest point, and the water's
 *   temperature
 * @returns the shape, its capacity up to the highest level, and the density used
 * @throws nothing; refuses with `invalid-input` a temperature outside 0 to 40 °C or readings that
 *   do not rise
 */
export function waterFill({ waterC, readings }: WaterFillRequest): Result<WaterFillAnswer> {
  const [coldest, warmest] = WATER_RANGE_C
  if (!(waterC >= coldest && waterC <= warmest))
    return invalid('waterC', 'water-out-of-range', { coldestC: coldest, warmestC: warmest })
  const densityGPerMl = waterDensity(waterC)
  const points = [
    { heightMm: 0, volumeMl: 0 },
    ...readings.map(({ heightMm, waterG }) => ({ heightMm, volumeMl: waterG / densityGPerMl })),
  ]
  for (let i = 1; i < points.length; i++) {
    const [below, at] = [elementAt(points, i - 1), elementAt(points, i)]
    if (!(at.heightMm > below.heightMm))
      return invalid(`readings[${i - 1}].heightMm`, 'level-not-higher', { belowMm: below.heightMm })
    if (!(at.volumeMl > below.volumeMl))
      return invalid(`readings[${i - 1}].waterG`, 'water-not-more')
  }
  const top = points.at(-1)!
  if (points.length < 2) return invalid('readings', 'level-missing')
  const shape =
    points.length === 2
      ? { kind: 'measured' as const, capacityMl: top.volumeMl, heightMm: top.heightMm }
      : { kind: 'curve' as const, points }
  return answer({ densityGPerMl, capacityMl: top.volumeMl, shape })
}
