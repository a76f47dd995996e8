import type { LaidLane } from '~/utils/laneLayout'
import { laneAt } from '~/utils/laneLayout'
import type { LaneMark } from '~/utils/planLanes'
import type { PlanTaskRow } from '~~/shared/types/plan'

/** A pointer that moved less than this has clicked, pixels. */
const CLICK_PX = 4

interface LaneDragOptions {
  /** What the lanes are drawn in. */
  body: () => SVGSVGElement | null
  laid: () => readonly LaidLane[]
  msAt: (px: number) => number
  isCarrying: () => boolean
  onTake: (task: PlanTaskRow) => void
  onCarry: (startMs: number, personId: number | null) => void
  onDrop: () => void
  onChoose: (key: string) => void
}

/** Tasks taken in hand with the pointer, carried along and across the lanes, and let go. */
export function useLaneDrag(options: LaneDragOptions) {
  const { body, laid, msAt, isCarrying, onTake, onCarry, onDrop, onChoose } = options
  /** The pointer that took a mark: where it began, and how far into the mark. */
  let grabbed: { task: PlanTaskRow; atX: number; inMs: number; isDragging: boolean } | null = null

  function under(event: MouseEvent): { ms: number; personId: number | null } {
    const box = body()?.getBoundingClientRect()
    const lane = laneAt(laid(), event.clientY - (box?.top ?? 0))?.lane
    return { ms: msAt(event.clientX - (box?.left ?? 0)), personId: lane?.personId ?? null }
  }
  function grab(event: PointerEvent, { task, fromMs }: LaneMark): void {
    if (event.pointerType === 'touch' || event.button !== 0 || !task.attended) return
    grabbed = { task, atX: event.clientX, inMs: under(event).ms - fromMs, isDragging: false }
  }
  function drag(event: PointerEvent): void {
    if (!grabbed) return
    const isClick = Math.abs(event.clientX - grabbed.atX) < CLICK_PX && !isCarrying()
    if (!grabbed.isDragging && isClick) return
    if (!grabbed.isDragging) {
      grabbed.isDragging = true
      body()?.setPointerCapture(event.pointerId)
      onTake(grabbed.task)
    }
    const { ms, personId } = under(event)
    onCarry(ms - grabbed.inMs, personId)
  }
  function letGo(): void {
    if (grabbed?.isDragging) onDrop()
    else if (grabbed) onChoose(grabbed.task.key)
    grabbed = null
  }
  function forget(): void {
    grabbed = null
  }
  /** A tap while something is in hand says where it goes. */
  function tap(event: MouseEvent): void {
    if (!isCarrying()) return
    const { ms, personId } = under(event)
    onCarry(ms, personId)
  }
  return { grab, drag, letGo, forget, tap }
}
