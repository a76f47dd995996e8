import { answer, invalid, refuse, type Result } from '../result'
import { amountOfMass, amountOfVolume, missingDensities, ratioOf, withTotal } from './parts'
import { MOST_DEVICE_STEPS, snapToDevice } from './snapToDevice'
import type { Measure, MixAnswer, MixRequest, MixResin, MixStep, PartAmounts } from './types'

/** How far the ratio may be off on the marks of a device, unless the request says otherwise. */
export const DEFAULT_SNAP_PCT = 1

/** What the device reads: volume in a cup, mass on a scale, nothing when exact. */
const basisOfDevice = (measure: Measure): 'volume' | 'mass' | null =>
  measure.kind === 'cup' ? 'volume' : measure.kind === 'scale' ? 'mass' : null

/**
 * Splits a need into part A and part B, exactly and on the marks or digits of a real cup or scale.
 *
 * m = ρ·v for each part; volumes add, so the mix has the density (mA + mB)/(vA + vB). Shrinkage on
 * cure and the film left in the cup are not in here (the film is in `size`).
 * Source: mass balance; the rounding rule is the compute contract's (`mix`).
 * @param request need in ml or g, ratio by volume or by mass, densities in g/ml, the measuring
 *   device
 * @returns the ratio both ways, exact and measured amounts, the error that rounding costs (per cent
 *   of the ratio), and the reading after each part
 * @throws nothing; refuses with `density-required` where a conversion needs a density that is not
 *   given
 * @example mix({ resin: { ratio: { basis: 'volume', a: 2, b: 1 } }, need: { volumeMl: 75 },
 *   measure: { kind: 'cup', graduationMl: 5 } }) // steps: A to 50 ml, B to 75 ml
 */
export function mix(request: MixRequest): Result<MixAnswer> {
  const { resin, need, measure } = request
  const needBasis = need.volumeMl === undefined ? 'mass' : 'volume'
  const deviceBasis = basisOfDevice(measure)
  const converts =
    needBasis !== resin.ratio.basis || (deviceBasis !== null && deviceBasis !== needBasis)
  const missing = converts ? missingDensities(resin, ['densityA', 'densityB']) : []
  if (missing.length > 0) return refuse('density-required', ...missing)

  const exact = exactParts(resin, need)
  const ratio = bothRatios(resin)
  if (measure.kind === 'exact') {
    const surplusMl = exact.total.volumeMl === null ? null : 0
    return answer({
      ratio,
      exact,
      measured: { ...exact, ratioErrorPct: 0, withinSnap: true, surplusMl },
      steps: [],
    })
  }

  const step = measure.kind === 'cup' ? measure.graduationMl : measure.resolutionG
  const perStep = (basis: 'volume' | 'mass', density: number | undefined) =>
    basis === deviceBasis
      ? step
      : basis === 'mass'
        ? step * (density ?? NaN)
        : step / (density ?? NaN)
  const needed = need.volumeMl ?? need.massG ?? NaN
  const mixDensity = (exact.total.massG ?? NaN) / (exact.total.volumeMl ?? NaN)
  const stepInNeed = perStep(needBasis, mixDensity)
  if (needed / stepInNeed > MOST_DEVICE_STEPS) {
    const field = measure.kind === 'cup' ? 'graduationMl' : 'resolutionG'
    return invalid(`measure.${field}`, 'step-too-fine', { mostSteps: MOST_DEVICE_STEPS })
  }
  const snapped = snapToDevice({
    need: needed,
    needPerStepA: perStep(needBasis, resin.densityA),
    needPerStepB: perStep(needBasis, resin.densityB),
    mostTotal: Math.max(2 * needed, needed + 4 * stepInNeed),
    basisPerStepA: perStep(resin.ratio.basis, resin.densityA),
    basisPerStepB: perStep(resin.ratio.basis, resin.densityB),
    ratio: ratioOf(resin),
    snapTolerancePct: request.snapTolerancePct ?? DEFAULT_SNAP_PCT,
  })
  const amountOf = deviceBasis === 'volume' ? amountOfVolume : amountOfMass
  const measured = withTotal(
    amountOf(snapped.stepsA * step, resin.densityA),
    amountOf(snapped.stepsB * step, resin.densityB),
  )
  const surplusMl =
    measured.total.volumeMl === null || exact.total.volumeMl === null
      ? null
      : measured.total.volumeMl - exact.total.volumeMl
  return answer({
    ratio,
    exact,
    measured: {
      ...measured,
      ratioErrorPct: snapped.ratioErrorPct,
      withinSnap: snapped.withinSnap,
      surplusMl,
    },
    steps: readings(resin, measure, snapped.stepsA * step, snapped.stepsB * step),
  })
}

/** Both parts of the need with no rounding. Densities are known where a conversion needs them. */
function exactParts(resin: MixResin, need: MixRequest['need']): PartAmounts {
  const ratio = ratioOf(resin)
  const { densityA, densityB } = resin
  if (resin.ratio.basis === 'volume') {
    const perA =
      need.volumeMl === undefined ? (densityA ?? NaN) + ratio * (densityB ?? NaN) : 1 + ratio
    const volumeA = (need.volumeMl ?? need.massG ?? NaN) / perA
    return withTotal(amountOfVolume(volumeA, densityA), amountOfVolume(volumeA * ratio, densityB))
  }
  const perA =
    need.massG === undefined ? 1 / (densityA ?? NaN) + ratio / (densityB ?? NaN) : 1 + ratio
  const massA = (need.massG ?? need.volumeMl ?? NaN) / perA
  return withTotal(amountOfMass(massA, densityA), amountOfMass(massA * ratio, densityB))
}

/** The ratio per 100 of A, both ways; the way that needs an unknown density is null. */
function bothRatios(resin: MixResin): MixAnswer['ratio'] {
  const own = { a: 100, b: 100 * ratioOf(resin) }
  const { densityA, densityB } = resin
  const known = densityA !== undefined && densityB !== undefined
  if (resin.ratio.basis === 'volume') {
    return { byVolume: own, byMass: known ? { a: 100, b: (own.b * densityB) / densityA } : null }
  }
  return { byVolume: known ? { a: 100, b: (own.b * densityA) / densityB } : null, byMass: own }
}

/** What the cup or the display shows after each part, in pouring order. */
function readings(resin: MixResin, measure: Measure, a: number, b: number): MixStep[] {
  const unit = measure.kind === 'cup' ? 'ml' : 'g'
  const addsUp = measure.kind === 'cup' || (measure.kind === 'scale' && measure.tare === false)
  const [first, second] = resin.pourFirst === 'b' ? (['b', 'a'] as const) : (['a', 'b'] as const)
  const amounts = { a, b }
  return [
    { part: first, readTo: amounts[first], unit },
    { part: second, readTo: addsUp ? a + b : amounts[second], unit },
  ]
}
