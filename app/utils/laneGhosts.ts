import type { Room } from '~~/core/plan'
import type { Carried, Verdict } from '~/composables/useCarrying'
import type { TimeScale } from '~/composables/useTimeScale'
import { LANE_GAP_PX, THINNEST_PX, type LaidLane } from '~/utils/laneLayout'
import type { LaneMark } from '~/utils/planLanes'
import type { PlanTaskRow } from '~~/shared/types/plan'

/** Where the mark of a task lies. */
export type LaneHome = LaidLane & { mark: LaneMark }
type Scale = Pick<TimeScale, 'x' | 'isDrawn'>
/** A rectangle as it is drawn, pixels. */
interface Box {
  x: number
  y: number
  width: number
  height: number
}
interface Lanes {
  homes: ReadonlyMap<string, LaneHome>
  laneOfPerson: ReadonlyMap<number, LaidLane>
  scale: Scale
}

const HELD_PX = 22
const TALLEST_PX = 18

const lastsMsOf = (task: PlanTaskRow) => Date.parse(task.endAt) - Date.parse(task.startAt)
const spanPx = (scale: Scale, fromMs: number, toMs: number) => ({
  x: scale.x(fromMs),
  width: Math.max(THINNEST_PX, scale.x(toMs) - scale.x(fromMs)),
})

interface OutlinesOptions extends Lanes {
  /** Where tasks lie in the plan that holds, while another is shown. */
  ghosts: ReadonlyMap<string, { fromMs: number; personId: number | null }>
  verdict: Verdict
  carriedKey: string | undefined
}
/** Tasks that lie elsewhere in the plan that holds, or would if what is in hand were let go. */
export function outlinesOf({ ghosts, verdict, carriedKey, ...lanes }: OutlinesOptions) {
  const before = [...ghosts].map(([key, was]) => ({ taskKey: key, ...was, isAfter: false }))
  const after = (verdict?.possible ? verdict.moved : [])
    .filter((one) => one.key !== carriedKey)
    .map((one) => ({
      taskKey: one.key,
      fromMs: one.startMs,
      personId: one.personId,
      isAfter: true,
    }))
  return [...before, ...after].flatMap((one) => {
    const box = outlineBox(one, lanes)
    return box ? [{ key: `${one.taskKey}.${one.isAfter}`, isAfter: one.isAfter, box }] : []
  })
}
function outlineBox(
  one: { taskKey: string; fromMs: number; personId: number | null },
  { homes, laneOfPerson, scale }: Lanes,
): Box | null {
  const home = homes.get(one.taskKey)
  if (!home) return null
  const other = one.personId === null ? undefined : laneOfPerson.get(one.personId)
  const at = other && other.lane.key !== home.lane.key ? other : home
  const toMs = one.fromMs + lastsMsOf(home.mark.task)
  if (!scale.isDrawn(one.fromMs, toMs)) return null
  return {
    ...spanPx(scale, one.fromMs, toMs),
    y: at.top + (at === home ? home.mark.row : 0) * at.row,
    height: Math.min(TALLEST_PX, at.row - 2),
  }
}

/** Where what is in hand would lie; null while its lane is not shown. */
export function heldBox({ carried, homes, laneOfPerson, scale }: Lanes & { carried: Carried }) {
  const lane = laneOfPerson.get(carried.personId ?? 0) ?? homes.get(carried.task.key)
  if (!lane) return null
  const lastsMs = lastsMsOf(carried.task)
  const box: Box = {
    ...spanPx(scale, carried.startMs, carried.startMs + lastsMs),
    y: lane.top - 2,
    height: HELD_PX,
  }
  return { lastsMs, box }
}

interface LightsOptions extends Omit<Lanes, 'homes'> {
  /** By person, where what is in hand could begin. */
  rooms: ReadonlyMap<number, Room>
  /** How long what is in hand takes. */
  lastsMs: number
}
/** Where what is in hand could lie: the room that moves nobody after the room that does. */
export function lightsOf({ rooms, lastsMs, laneOfPerson, scale }: LightsOptions) {
  return [...rooms].flatMap(([personId, room]) => {
    const lane = laneOfPerson.get(personId)
    if (!lane) return []
    const lit = (spans: Room['free'], isFree: boolean) =>
      spans
        .filter(([fromMs, toMs]) => scale.isDrawn(fromMs, toMs + lastsMs))
        .map(([fromMs, toMs]) => ({
          key: `${personId}.${isFree}.${fromMs}`,
          isFree,
          box: {
            ...spanPx(scale, fromMs, toMs + lastsMs),
            y: lane.top - LANE_GAP_PX / 2 + 2,
            height: lane.height - 1,
          } satisfies Box,
        }))
    return [...lit(room.possible, false), ...lit(room.free, true)]
  })
}
