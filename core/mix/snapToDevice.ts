import { LIMIT_TOLERANCE } from '../result'
import { ratioErrorPct } from './parts'

/** The counts of graduations or digits to measure of each part. */
export interface DeviceSteps {
  stepsA: number
  stepsB: number
  ratioErrorPct: number
  withinSnap: boolean
}

export interface SnapOptions {
  /** The need, and what one step of A and of B adds to it, all in the need's own measure. */
  need: number
  needPerStepA: number
  needPerStepB: number
  /** The largest total that may be considered, in the need's own measure. */
  mostTotal: number
  /** What one step of A and of B is in the basis of the ratio. */
  basisPerStepA: number
  basisPerStepB: number
  ratio: number
  snapTolerancePct: number
}

/** Above this many steps a search would take seconds and no cup or scale has so many. */
export const MOST_DEVICE_STEPS = 1e7

interface Candidate extends DeviceSteps {
  total: number
}

const about = (x: number, y: number) => Math.abs(x - y) < LIMIT_TOLERANCE

/**
 * Finds the whole steps of both parts that a cup or a scale should show. For each count of A only
 * the smallest B that reaches need and ratio can have the smallest total, and only the two whole
 * counts around the ideal B the smallest error, so one pass over A sees every best pair.
 * @returns the pair with the smallest total inside the snap tolerance, else the pair with the
 *   smallest error (then the smaller total, then the larger A)
 */
export function snapToDevice(options: SnapOptions): DeviceSteps {
  const { need, needPerStepA, needPerStepB, mostTotal, snapTolerancePct } = options
  const idealPerA = (options.ratio * options.basisPerStepA) / options.basisPerStepB
  const mostA = Math.max(1, Math.floor((mostTotal - needPerStepB + LIMIT_TOLERANCE) / needPerStepA))
  let inside: Candidate | undefined
  let nearest: Candidate | undefined

  for (let stepsA = 1; stepsA <= mostA; stepsA++) {
    const forA = stepsA * needPerStepA
    const leastB = Math.max(1, Math.ceil((need - LIMIT_TOLERANCE - forA) / needPerStepB))
    const mostB = Math.floor((mostTotal + LIMIT_TOLERANCE - forA) / needPerStepB)
    if (mostB < leastB) continue
    const ideal = stepsA * idealPerA
    const lowest = Math.ceil(
      ideal * (1 - (snapTolerancePct + LIMIT_TOLERANCE) / 100) - LIMIT_TOLERANCE,
    )
    for (const wanted of [lowest, lowest + 1, Math.floor(ideal), Math.ceil(ideal)]) {
      const candidate = pair(stepsA, Math.min(mostB, Math.max(leastB, wanted)), options)
      if (candidate.withinSnap && (!inside || isSmaller(candidate, inside))) inside = candidate
      if (!nearest || isNearer(candidate, nearest)) nearest = candidate
    }
  }
  const {
    stepsA,
    stepsB,
    ratioErrorPct: error,
    withinSnap,
  } = inside ?? nearest ?? pair(1, 1, options)
  return { stepsA, stepsB, ratioErrorPct: error, withinSnap }
}

function pair(stepsA: number, stepsB: number, options: SnapOptions): Candidate {
  const error = ratioErrorPct(
    stepsA * options.basisPerStepA,
    stepsB * options.basisPerStepB,
    options.ratio,
  )
  return {
    stepsA,
    stepsB,
    ratioErrorPct: error,
    withinSnap: Math.abs(error) <= options.snapTolerancePct + LIMIT_TOLERANCE,
    total: stepsA * options.needPerStepA + stepsB * options.needPerStepB,
  }
}

function isSmaller(candidate: Candidate, best: Candidate): boolean {
  if (!about(candidate.total, best.total)) return candidate.total < best.total
  const [error, bestError] = [Math.abs(candidate.ratioErrorPct), Math.abs(best.ratioErrorPct)]
  return about(error, bestError) ? candidate.stepsA > best.stepsA : error < bestError
}

function isNearer(candidate: Candidate, best: Candidate): boolean {
  const [error, bestError] = [Math.abs(candidate.ratioErrorPct), Math.abs(best.ratioErrorPct)]
  if (!about(error, bestError)) return error < bestError
  return about(candidate.total, best.total)
    ? candidate.stepsA > best.stepsA
    : candidate.total < best.total
}
