import { DateTime } from 'luxon'
import { loadOf } from '~~/core/plan'
import { makerId, mouldId, placeId } from '~~/core/tasks'
import { MS_PER_MIN } from '~~/core/units'
import { tightestOf } from '~/utils/tightestOf'

const WEEKS = 4
const DAYS = 28
export type PlanLoad = ReturnType<typeof usePlanLoad>

/** What the plan asks of hands by the week, of racks and moulds by the day, from now on. */
export function usePlanLoad() {
  const plan = usePlanStore()
  const workshop = useWorkshopStore()

  const originMs = computed(() => (plan.question ? Date.parse(plan.question.originAt) : nowMs()))
  const timeOf = (minute: number) =>
    DateTime.fromMillis(originMs.value + minute * MS_PER_MIN, { zone: workshop.timeZone })
  const minuteOf = (at: DateTime) => Math.round((at.toMillis() - originMs.value) / MS_PER_MIN)
  /** This week from now on, and the next ones whole. */
  const weekStarts = computed(() =>
    Array.from({ length: WEEKS + 1 }, (_, i) =>
      i === 0 ? timeOf(0) : timeOf(0).startOf('week').plus({ weeks: i }),
    ),
  )
  const dayStarts = computed(() =>
    Array.from({ length: DAYS + 1 }, (_, i) => timeOf(0).startOf('day').plus({ days: i })),
  )
  const between = (starts: readonly DateTime[]) =>
    plan.question && loadOf(plan.question.request, plan.question.planned, starts.map(minuteOf))
  const weekly = computed(() => between(weekStarts.value))
  const daily = computed(() => between(dayStarts.value))

  const hands = computed(() =>
    (weekly.value?.makers ?? []).map((maker) => ({
      name: workshop.people.get(makerId.row(maker.id))?.name ?? '',
      weeks: maker.spans,
    })),
  )
  const places = computed(() =>
    (daily.value?.places ?? []).map((place) => ({
      ...place,
      name: workshop.places.get(placeId.row(place.id))?.name ?? '',
    })),
  )
  /** Moulds that are held at all. */
  const moulds = computed(() =>
    (daily.value?.moulds ?? [])
      .filter((mould) => mould.spans.some((held) => held > 0))
      .map((mould) => ({
        name: workshop.moulds.get(mouldId.row(mould.id))?.name ?? '',
        count: mould.count,
        days: mould.spans,
      })),
  )
  const weekWords = (i: number) =>
    i === 0 ? 'rest of this week' : `week of ${weekStarts.value[i]?.toFormat('d LLL') ?? ''}`
  return {
    hands,
    places,
    moulds,
    timeOf,
    weekWords,
    dayNames: computed(() => dayStarts.value.slice(0, DAYS).map((day) => day.toFormat('d LLL'))),
    /** What is used most of what there is: there the work is held up first. */
    tightest: computed(() =>
      tightestOf({ hands: hands.value, places: places.value, moulds: moulds.value, weekWords }),
    ),
  }
}
