import { DateTime, Duration } from 'luxon'

/** The present moment, milliseconds since 1970. */
export type Clock = () => number

const STILL = '='

/**
 * What the setting VELVET_NOW means from one moment on: an instant becomes the shift to it, so that
 * every process that is given the answer shows the same time, whenever it starts.
 * @param setting empty: the real time; a duration such as `P3D` or `-PT2H`: so much later or
 *   earlier; an instant such as `2027-03-06T22:00:00Z`: this one now, and on from there; `=` before
 *   an instant: the clock stands still at it
 * @param realMs the real time
 * @returns the setting as a duration or a still instant; null where it is none of these
 * @example settleNow('1970-01-01T00:00:05Z', 2000) // => 'PT3S'
 */
export function settleNow(setting: string, realMs: number): string | null {
  if (setting === '' || Duration.fromISO(setting).isValid) return setting
  const at = DateTime.fromISO(setting.replace(STILL, ''), { setZone: true })
  if (!at.isValid || !/(Z|[+-]\d{2}:?\d{2})$/.test(setting)) return null
  if (setting.startsWith(STILL)) return setting
  return Duration.fromMillis(at.toMillis() - realMs)
    .shiftTo('seconds')
    .toISO()
}

/**
 * The clock that a setting asks for.
 * @param setting as `settleNow` takes it; an instant counts from the call on
 * @param realMs the real time
 * @throws RangeError where the setting is none
 */
export function clockOf(setting: string, realMs: Clock = Date.now): Clock {
  const settled = settleNow(setting, realMs())
  if (settled === null)
    throw new RangeError(`"${setting}" is no instant, such as 2027-03-06T22:00:00Z, and no shift`)
  if (settled === '') return realMs
  if (settled.startsWith(STILL)) {
    const stillMs = DateTime.fromISO(settled.slice(STILL.length)).toMillis()
    return () => stillMs
  }
  const shiftMs = Duration.fromISO(settled).toMillis()
  return () => realMs() + shiftMs
}
