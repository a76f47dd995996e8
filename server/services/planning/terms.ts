import type { Workroom } from '../../../core/batch'
import type { Interval, Pin, PlanMaker } from '../../../core/plan'
import { changedShifts } from '../../../shared/time/changedShifts'
import type { PlanTerms, ShiftChange } from '../../../shared/types'
import { planId } from './workroom'

const MS_PER_MIN = 60_000

export const NO_TERMS: PlanTerms = { pins: [], away: [], extra: [], deliveries: [] }

/** An instant as a minute of a plan that begins at the origin. */
export const minuteOf = (origin: Date) => (at: string) => Math.round((Date.parse(at) - origin.getTime()) / MS_PER_MIN)

/** The workroom with those away taken out of their shifts, and extra hours added. */
export function withShiftChanges(workroom: Workroom, { away, extra }: PlanTerms, origin: Date): Workroom {
  const minute = minuteOf(origin)
  const spans = (changes: readonly ShiftChange[], maker: PlanMaker) =>
    changes.filter((one) => planId.person(one.personId) === maker.id).map((one): Interval => [minute(one.fromAt), minute(one.toAt)])
  return {
    ...workroom,
    makers: workroom.makers.map((maker) => ({
      ...maker,
      shifts: changedShifts(maker.shifts, spans(away, maker), spans(extra, maker)),
    })),
  }
}

/** Pins as the planner knows them; one whose time has passed still says who. */
export function pinsOf({ pins }: PlanTerms, origin: Date): Pin[] {
  const minute = minuteOf(origin)
  return pins.flatMap(({ taskKey, startAt, personId }): Pin[] => {
    const startMin = startAt === null || minute(startAt) < 0 ? null : minute(startAt)
    const maker = personId === null ? null : planId.person(personId)
    return startMin === null && maker === null ? [] : [{ task: taskKey, startMin, maker }]
  })
}
