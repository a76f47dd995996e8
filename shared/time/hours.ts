import { MINUTES_PER_DAY, MINUTES_PER_HOUR } from '../../core/units'

/** A part of a day, minutes from midnight. */
export interface Hours {
  fromMin: number
  toMin: number
}

const CLOCK = /^(\d{1,2})(?:[:.h](\d{2}))?\s*(am|pm)?$/i
/** A hyphen or a dash, or a word. */
const TO = /\s*(?:[-–—]|to|until)\s*/i

function minuteOf(text: string): number | null {
  const found = CLOCK.exec(text.trim())
  if (!found) return null
  const [, hour = '', minute = '0', half] = found
  const isAfternoon = half?.toLowerCase() === 'pm'
  if (half && (Number(hour) < 1 || Number(hour) > 12)) return null
  const hours = half ? (Number(hour) % 12) + (isAfternoon ? 12 : 0) : Number(hour)
  const at = hours * MINUTES_PER_HOUR + Number(minute)
  return Number(minute) < MINUTES_PER_HOUR && at <= MINUTES_PER_DAY ? at : null
}

/**
 * Reads the hours of a day as people write them: `9-12:30, 13-17`, `18:00 to 21:00`, `6pm-9pm`.
 * @returns null where it cannot be read, or a part ends before it begins
 * @example readHours('9-12:30') // => [{ fromMin: 540, toMin: 750 }]
 */
export function readHours(text: string): Hours[] | null {
  const parts = text
    .split(/[,;]/)
    .map((part) => part.trim())
    .filter((part) => part !== '')
  const hours: Hours[] = []
  for (const part of parts) {
    const ends = part.split(TO)
    const [fromMin = null, toMin = null] = ends.map(minuteOf)
    if (ends.length !== 2 || fromMin === null || toMin === null || fromMin >= toMin) return null
    hours.push({ fromMin, toMin })
  }
  return hours
}

const clock = (minute: number) =>
  `${String(Math.floor(minute / MINUTES_PER_HOUR)).padStart(2, '0')}:${String(minute % MINUTES_PER_HOUR).padStart(2, '0')}`

/** Writes hours so that `readHours` reads them: `09:00–12:30, 13:00–17:00`. */
export const writeHours = (hours: readonly Hours[]): string =>
  hours.map(({ fromMin, toMin }) => `${clock(fromMin)}–${clock(toMin)}`).join(', ')
