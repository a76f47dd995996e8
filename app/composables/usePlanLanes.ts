import { changedShifts, united } from '~~/shared/time/changedShifts'
import { everyDay, hoursOf, shiftsBetween, type UsualHours } from '~~/shared/time/shiftsBetween'
import type { TimeSpan } from '~~/shared/schemas/planTerms'
import type { PlaceRow } from '~~/shared/types/workshop'
import type { PlanShown } from '~/composables/usePlanShown'
import { lanesOf, type LaneKind } from '~/utils/planLanes'
import { closings, taskWindows, type TaskWindow } from '~/utils/taskWindows'

interface PlanLanesOptions {
  shown: PlanShown
  kind: () => LaneKind
}

/** The lanes of the plan that is looked at, and when each of its tasks may begin. */
export function usePlanLanes({ shown, kind }: PlanLanesOptions) {
  const plan = usePlanStore()
  const workshop = useWorkshopStore()

  /** Usual hours as the plan has them: with those beyond, without those away. */
  function planned(
    hours: UsualHours,
    less: readonly TimeSpan[],
    more: readonly TimeSpan[],
  ): [number, number][] {
    const { fromMs, toMs } = shown.range.value
    const spans = (changes: readonly TimeSpan[]) =>
      changes.map((one): [number, number] => [Date.parse(one.fromAt), Date.parse(one.toAt)])
    const usual = shiftsBetween(hours, fromMs, toMs, workshop.timeZone)
    return changedShifts(usual, spans(less), spans(more))
  }
  function shiftsOf(personId: number): [number, number][] {
    const isOwn = (one: { personId: number }) => one.personId === personId
    const { away, extra } = shown.terms.value
    const { workshop: own } = workshop
    return own ? planned(hoursOf(own, personId), away.filter(isOwn), extra.filter(isOwn)) : []
  }
  function runsOf({ climate }: PlaceRow): [number, number][] {
    const runs = 'boxC' in climate ? climate.runs : null
    const { boxOff, boxOn } = shown.terms.value
    return runs ? planned({ weekly: everyDay(runs.fromMin, runs.untilMin) }, boxOff, boxOn) : []
  }

  const windows = computed(() =>
    plan.question ? taskWindows(plan.question, shown.tasks.value) : new Map<string, TaskWindow>(),
  )
  const lanes = computed(() =>
    workshop.workshop
      ? lanesOf(kind(), {
          tasks: shown.tasks.value,
          workshop: workshop.workshop,
          pots: plan.potById,
          orderTitles: shown.orderTitles.value,
          question: plan.question,
          closings: plan.question
            ? closings(plan.question, shown.tasks.value, windows.value)
            : new Map(),
          shiftsOf,
          runsOf,
        })
      : [],
  )
  /** When anybody is there. */
  const hands = computed(() =>
    united(workshop.peopleThere.flatMap((person) => shiftsOf(person.id))),
  )
  return { lanes, windows, hands }
}
