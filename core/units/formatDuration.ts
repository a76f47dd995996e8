import { MINUTES_PER_DAY, MINUTES_PER_HOUR } from './constants'

/**
 * Writes a span of minutes as people say it, in its two largest units.
 * @param minutes any finite number; a negative span gets a minus sign
 * @example formatDuration(1505) // => '1 d 1 h'
 */
export function formatDuration(minutes: number): string {
  const whole = Math.round(Math.abs(minutes))
  const sign = minutes < 0 && whole > 0 ? '\u2212' : ''
  const days = Math.floor(whole / MINUTES_PER_DAY)
  const hours = Math.floor((whole % MINUTES_PER_DAY) / MINUTES_PER_HOUR)
  const rest = whole % MINUTES_PER_HOUR
  const parts =
    days > 0
      ? [
          [days, 'd'],
          [hours, 'h'],
        ]
      : [
          [hours, 'h'],
          [rest, 'min'],
        ]
  const said = parts.filter(([count]) => count !== 0).map(([count, unit]) => `${count} ${unit}`)
  return sign + (said.join(' ') || '0 min')
}
