import type { Carried } from '~/composables/useCarrying'
import type { LaidLane } from '~/utils/laneLayout'
import type { LaneMark } from '~/utils/planLanes'
import type { PlanTaskRow } from '~~/shared/types/plan'
import { MS_PER_MIN } from '~~/core/units'

const STEP_MIN = 15
const LONG_STEP_MIN = 60
const STEPS: Readonly<Record<string, 1 | -1>> = {
  ArrowLeft: -1,
  ArrowUp: -1,
  ArrowRight: 1,
  ArrowDown: 1,
}
const isAlong = (key: string) => key === 'ArrowLeft' || key === 'ArrowRight'

interface LaneKeysOptions {
  laid: () => readonly LaidLane[]
  /** Where the mark of a task lies. */
  whereOf: (key: string) => (LaidLane & { mark: LaneMark }) | undefined
  carried: () => Carried | null
  /** Who can do what is in hand. */
  isAble: (personId: number) => boolean
  onZoom: (by: 1 | -1) => void
  onTake: (task: PlanTaskRow) => void
  onCarry: (startMs: number, personId: number | null) => void
  onDrop: () => void
  onCancel: () => void
  onPin: (task: PlanTaskRow) => void
  onChoose: (key: string) => void
  /** The arrows have led to another mark. */
  onLead: (mark: LaneMark) => void
}

/** The lanes by keyboard: arrows lead from mark to mark, or carry what is in hand. */
export function useLaneKeys(options: LaneKeysOptions) {
  const { laid, whereOf, carried, isAble } = options

  function press(event: KeyboardEvent): void {
    const mark = (event.target as Element).closest<SVGGElement>('[data-key]')
    const where = whereOf(mark?.dataset.key ?? '')
    const own = carried()
    if (event.key === '+' || event.key === '-') options.onZoom(event.key === '+' ? -1 : 1)
    else if (own ? !inHand(event, own) : !where || !onMark(event, where)) return
    event.preventDefault()
    event.stopPropagation()
  }
  /** @returns whether the key means something here */
  function inHand(event: KeyboardEvent, own: Carried): boolean {
    const step = STEPS[event.key]
    if (event.key === 'Enter') options.onDrop()
    else if (event.key === 'Escape') options.onCancel()
    else if (step === undefined) return false
    else if (isAlong(event.key)) {
      const stepMs = (event.shiftKey ? LONG_STEP_MIN : STEP_MIN) * MS_PER_MIN
      options.onCarry(own.startMs + step * stepMs, own.personId)
    } else {
      const able = laid()
        .map((one) => one.lane.personId)
        .filter((id): id is number => id !== null && isAble(id))
      const next = able[able.indexOf(own.personId ?? 0) + step]
      if (next !== undefined) options.onCarry(own.startMs, next)
    }
    return true
  }
  /** @returns whether the key means something here */
  function onMark(event: KeyboardEvent, where: LaidLane & { mark: LaneMark }): boolean {
    const { mark, lane } = where
    const step = STEPS[event.key]
    if (event.key === 'm') options.onTake(mark.task)
    else if (event.key === 'p') options.onPin(mark.task)
    else if (event.key === 'Enter' || event.key === ' ') options.onChoose(mark.task.key)
    else if (step === undefined) return false
    else {
      const next = isAlong(event.key)
        ? lane.marks[lane.marks.indexOf(mark) + step]
        : nearest(neighbour(lane.key, step)?.lane.marks ?? [], mark)
      if (next) options.onLead(next)
    }
    return true
  }
  function neighbour(key: string, step: 1 | -1): LaidLane | undefined {
    const others = laid().filter((one) => one.lane.marks.length > 0)
    return others[others.findIndex((one) => one.lane.key === key) + step]
  }
  return { press }
}

/** The mark that begins nearest to another one. */
function nearest(marks: readonly LaneMark[], to: LaneMark): LaneMark | undefined {
  const farMs = (mark: LaneMark) => Math.abs(mark.fromMs - to.fromMs)
  return marks.reduce<LaneMark | undefined>(
    (best, mark) => (best && farMs(best) <= farMs(mark) ? best : mark),
    undefined,
  )
}
