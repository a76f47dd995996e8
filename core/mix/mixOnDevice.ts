import { answer, LIMIT_TOLERANCE, type Result } from '../result'
import { DEFAULT_SNAP_PCT, mix } from './mix'
import type { Measure, MixAnswer, MixResin } from './types'

/** As close as a tenth of what the resin bears, then a third of it; starting values. */
const SHARES = [10, 3] as const
/** So much more than the need may be mixed to come so close: of the need, or steps of the device. */
const MORE_SHARE = 0.03
const MORE_STEPS = 4
const USUAL_TOLERANCE_PCT = 3

/**
 * Both parts of a need on somebody's own scale or cup. On a scale the digits are chosen that come as
 * close to the ratio as a tenth of what the resin bears, where that wastes hardly anything; a cup has
 * its marks, and there the rule of the contract holds.
 * @param needMl what is to be mixed, ml
 * @returns as `mix`
 */
export function mixOnDevice(resin: MixResin, needMl: number, measure: Measure): Result<MixAnswer> {
  const request = { resin, need: { volumeMl: needMl }, measure }
  const usual = mix(request)
  if (!usual.ok || measure.kind !== 'scale') return usual
  const exactG = usual.value.exact.total.massG
  const tolerance = resin.tolerancePct ?? USUAL_TOLERANCE_PCT
  for (const share of SHARES) {
    const close = mix({ ...request, snapTolerancePct: tolerance / share })
    const totalG = close.ok ? close.value.measured.total.massG : null
    if (!close.ok || totalG === null || exactG === null || !close.value.measured.withinSnap)
      continue
    const most = Math.max(exactG * (1 + MORE_SHARE), exactG + MORE_STEPS * measure.resolutionG)
    const { measured } = close.value
    const withinSnap = Math.abs(measured.ratioErrorPct) <= DEFAULT_SNAP_PCT + LIMIT_TOLERANCE
    if (totalG <= most + LIMIT_TOLERANCE)
      return answer({ ...close.value, measured: { ...measured, withinSnap } })
  }
  return usual
}
