import type { LaneMark } from '~/utils/planLanes'

/** Rows of names below the boxes of a lane, and the height of one, pixels. */
const MOST_LABEL_ROWS = 4
export const LABEL_ROW_PX = 13
/** What a letter of a name takes about, pixels; and the space between two names. */
const LETTER_PX = 6.1
const SPACE_PX = 8
const SHORTEST_PX = 44
/** A name that has to be shortened is told at least so far, pixels. */
const SHORT_PX = 118
/** A box this wide has its name inside. */
export const NAME_INSIDE_PX = 120

export interface LaneLabel {
  key: string
  x: number
  row: number
  text: string
}

const cut = (text: string, px: number): string => {
  const letters = Math.floor(px / LETTER_PX)
  return text.length <= letters ? text : `${text.slice(0, Math.max(1, letters - 1))}…`
}

/**
 * Names for the boxes of a lane that are too narrow to have theirs inside, in rows below them: each at
 * its box, in the first row that has room; what finds none goes without. Where there is room, the order
 * is told too.
 * @param x where an instant lies, pixels
 */
export function laneLabels(marks: readonly LaneMark[], x: (ms: number) => number): LaneLabel[] {
  const ends: number[] = []
  const placed: { mark: LaneMark; at: number; row: number }[] = []
  for (const mark of marks) {
    const at = x(mark.fromMs)
    if (!mark.task.attended || x(mark.toMs) - at > NAME_INSIDE_PX) continue
    const row = Array.from({ length: MOST_LABEL_ROWS }, (_, i) => i).find(
      (one) => (ends[one] ?? -Infinity) <= at,
    )
    if (row === undefined) continue
    ends[row] = at + Math.min(SHORT_PX, mark.words.length * LETTER_PX) + SPACE_PX
    placed.push({ mark, at, row })
  }
  const nextAt: number[] = []
  const rooms = placed.map(() => 0)
  for (let i = placed.length - 1; i >= 0; i--) {
    const { at, row } = placed[i] as (typeof placed)[number]
    rooms[i] = (nextAt[row] ?? Infinity) - at - SPACE_PX
    nextAt[row] = at
  }
  return placed.flatMap(({ mark, at, row }, i): LaneLabel[] => {
    const roomPx = rooms[i] ?? 0
    if (roomPx < SHORTEST_PX) return []
    const whole = mark.of === '' ? mark.words : `${mark.words} · ${mark.of}`
    return [{ key: mark.task.key, x: at, row, text: cut(whole, Math.min(roomPx, 320)) }]
  })
}
