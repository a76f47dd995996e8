import { makerId, type Workroom } from '../../../../core/tasks'
import type { Interval, Pin } from '../../../../core/plan'
import { changedShifts } from '../../../../shared/time/changedShifts'
import type { PlanTerms, TimeSpan } from '../../../../shared/schemas/planTerms'
import { MS_PER_MIN } from '../../../../core/units'

/** An instant as a minute of a plan that begins at the origin. */
export const minuteOf = (origin: Date) => (at: string) =>
  Math.round((Date.parse(at) - origin.getTime()) / MS_PER_MIN)

/**
 * The workroom with those away taken out of their shifts and extra hours added; and the hours of
 * the heated box likewise.
 */
export function withShiftChanges(
  { makers, box, ...workroom }: Workroom,
  { away, extra, boxOn, boxOff }: PlanTerms,
  origin: Date,
): Workroom {
  const minute = minuteOf(origin)
  const spans = (changes: readonly TimeSpan[]) =>
    changes.map((one): Interval => [minute(one.fromAt), minute(one.toAt)])
  return {
    ...workroom,
    box: box && { ...box, runs: changedShifts(box.runs, spans(boxOff), spans(boxOn)) },
    makers: makers.map((maker) => {
      const isOf = (one: { personId: number }) => makerId.of(one.personId) === maker.id
      return {
        ...maker,
        shifts: changedShifts(maker.shifts, spans(away.filter(isOf)), spans(extra.filter(isOf))),
      }
    }),
  }
}

/** Pins as the planner knows them; one whose time has passed still says who. */
export function pinsOf({ pins }: PlanTerms, origin: Date): Pin[] {
  const minute = minuteOf(origin)
  return pins.flatMap(({ taskKey, startAt, personId }): Pin[] => {
    const startMin = startAt === null || minute(startAt) < 0 ? null : minute(startAt)
    const maker = personId === null ? null : makerId.of(personId)
    return startMin === null && maker === null ? [] : [{ task: taskKey, startMin, maker }]
  })
}
