import { LABEL_ROW_PX, laneLabels, type LaneLabel } from '~/utils/laneLabels'
import type { Lane, LaneMark } from '~/utils/planLanes'

/** What the names of the lanes take from the frame's width, pixels. */
export const LABEL_PX = 146
export const HEAD_PX = 36
export const LANE_GAP_PX = 9
const ROW_PX = 22
const LYING_ROW_PX = 14
/** The least width of a mark, pixels. */
export const THINNEST_PX = 3
const TOP_PX = 4
const FOOT_PX = 14
/** So many marks of a lane are drawn together. */
const RUN = 12

/** Marks that are drawn together. */
interface MarkRun {
  key: string | undefined
  keys: ReadonlySet<string>
  marks: readonly LaneMark[]
  fromMs: number
  toMs: number
}
/** A lane where it is drawn, pixels from the top. */
export interface LaidLane {
  lane: Lane
  top: number
  /** The height of one of its rows. */
  row: number
  height: number
  runs: MarkRun[]
  /** The names below its boxes. */
  labels: readonly LaneLabel[]
}

/**
 * Lays lanes under each other; those where things only lie, many beside each other, are flatter.
 * @param x where an instant lies, pixels: names of boxes take the rows that they need
 */
export function layLanes(lanes: readonly Lane[], x: (ms: number) => number): LaidLane[] {
  let top = TOP_PX
  return lanes.map((lane) => {
    const isTall = lane.marks.some((mark) => mark.task.attended) || lane.rows < 3
    const row = isTall ? ROW_PX : LYING_ROW_PX
    const labels = laneLabels(lane.marks, x)
    const named = Math.max(0, ...labels.map((label) => label.row + 1)) * LABEL_ROW_PX
    const height = lane.rows * row + named + LANE_GAP_PX
    const laid = { lane, top, row, height, runs: runsOf(lane.marks), labels }
    top += height
    return laid
  })
}

/** What all lanes take together, pixels. */
export function heightOf(laid: readonly LaidLane[]): number {
  const last = laid.at(-1)
  return (last ? last.top + last.height : 0) + FOOT_PX
}

/** The lane at a height. */
export const laneAt = (laid: readonly LaidLane[], y: number): LaidLane | undefined =>
  laid.find((one) => y >= one.top - LANE_GAP_PX / 2 && y < one.top + one.height - LANE_GAP_PX / 2)

/** A step of the view draws only the runs that are new, and looks at nothing else. */
function runsOf(marks: readonly LaneMark[]): MarkRun[] {
  return Array.from({ length: Math.ceil(marks.length / RUN) }, (_, i) => {
    const own = marks.slice(i * RUN, (i + 1) * RUN)
    return {
      key: own[0]?.task.key,
      keys: new Set(own.map((mark) => mark.task.key)),
      marks: own,
      fromMs: Math.min(...own.map((mark) => mark.fromMs)),
      toMs: Math.max(...own.map((mark) => mark.closesMs ?? mark.toMs)),
    }
  })
}
