const MS = 1000
const PER_MINUTE = 60
const PER_HOUR = 3600

/** A span as a clock shows it, seconds rounded up: 4:07, 1:04:07. */
export function clockText(ms: number): string {
  const seconds = Math.ceil(Math.abs(ms) / MS)
  const [hours, minutes] = [
    Math.floor(seconds / PER_HOUR),
    Math.floor((seconds % PER_HOUR) / PER_MINUTE),
  ]
  const rest = String(seconds % PER_MINUTE).padStart(2, '0')
  return hours > 0 ? `${hours}:${String(minutes).padStart(2, '0')}:${rest}` : `${minutes}:${rest}`
}
