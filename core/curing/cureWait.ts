import type { Awaited, Resin } from '../trade'
import { bandsOf, type Band } from './bandsOf'

/** The coldest and warmest that a piece will meet while it cures, °C. */
export interface TemperatureRange {
  coldC: number
  warmC: number
}

/** How long a milestone is waited for, whole minutes from the pour. */
export interface CureWait {
  /** It is surely reached by then, with the studio's margin where it has one. */
  surelyByMin: number
  /** It is hardly reached before. */
  notBeforeMin: number
  /** It is as likely reached by then as not: of what opens, and of what closes. */
  likelyByMin: number
  likelyNotBeforeMin: number
}

/** What binary fractions add to a whole minute is no minute more. */
const ROUNDING_MIN = 1e-6

/**
 * How long to wait for a milestone when only the range of temperatures is known.
 * Openings are taken in the cold and closings in the warmth, so a plan that keeps them holds at any
 * hour.
 * @param marginPct added to openings, per cent, beside the band; closings are not stretched
 */
export function cureWait(
  resin: Resin,
  milestone: Awaited,
  range: TemperatureRange,
  marginPct: number,
): CureWait {
  const at = (tempC: number) =>
    bandsOf(resin, [{ fromMin: 0, tempC }], [], [milestone]).get(milestone) as Band
  return waitFrom(at(range.coldC), at(range.warmC), marginPct)
}

/** @param opens, closes the bands by which it opens and closes; one and the same of a piece that lies */
export function waitFrom(opens: Band, closes: Band, marginPct: number): CureWait {
  const up = (minutes: number) => Math.ceil(minutes * (1 + marginPct / 100) - ROUNDING_MIN)
  const down = (minutes: number) => Math.floor(minutes + ROUNDING_MIN)
  return {
    surelyByMin: up(opens.surelyMin),
    notBeforeMin: down(closes.hardlyMin),
    likelyByMin: up(opens.likelyMin),
    likelyNotBeforeMin: down(closes.likelyMin),
  }
}

/** From when to when something may be done between two milestones, whole minutes from the pour. */
export interface OpenWindow {
  opensMin: number
  closesMin: number
  /** Otherwise it is open only as likely as not at its ends. */
  isSure: boolean
}

/**
 * The window between two milestones: surely open, or by the medians where nothing of it is sure.
 */
export function windowBetween(opens: CureWait, closes: CureWait): OpenWindow {
  const isSure = opens.surelyByMin < closes.notBeforeMin
  return isSure
    ? { opensMin: opens.surelyByMin, closesMin: closes.notBeforeMin, isSure }
    : {
        opensMin: opens.likelyByMin,
        closesMin: Math.max(opens.likelyByMin, closes.likelyNotBeforeMin),
        isSure,
      }
}
