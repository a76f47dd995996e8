import { CLOCK, type PlanQuestion, type Workroom } from '../../../core/batch'
import type { Interval, Pin, PlanMaker } from '../../../core/plan'
import { changedShifts } from '../../../shared/time/changedShifts'
import type { PlanTerms, ShiftChange } from '../../../shared/types'
import type { StoredPot } from '../../db/pots'
import { planId } from './workroom'

const MS_PER_MIN = 60_000

export const NO_TERMS: PlanTerms = { pins: [], away: [], extra: [], deliveries: [] }

const minuteOf = (origin: Date) => (at: string) => Math.round((Date.parse(at) - origin.getTime()) / MS_PER_MIN)

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

/** Nothing is mixed from a resin before it comes. */
export function addDeliveries({ request, meaning }: PlanQuestion, { deliveries }: PlanTerms, pots: readonly StoredPot[], origin: Date): void {
  const minute = minuteOf(origin)
  const comesAt = new Map(deliveries.map((one) => [one.resinId, minute(one.at)]))
  const resinOf = new Map(pots.map((pot) => [pot.id, pot.resinId]))
  for (const [task, { kind, potId }] of meaning) {
    const at = kind === 'mix' ? comesAt.get(resinOf.get(potId ?? 0) ?? 0) : undefined
    if (at !== undefined && at > 0) request.lags.push({ from: CLOCK, to: task, minMin: at - request.horizonMin })
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
