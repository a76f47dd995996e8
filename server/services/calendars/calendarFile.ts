import ICAL from 'ical.js'
import { DateTime, IANAZone } from 'luxon'
import type { PlanTaskRow } from '../../../shared/types/plan'
import type { Pot } from '../../../shared/types/pots'
import type { PromiseRow } from '../../../shared/types/promises'
import { MS_PER_HOUR, MS_PER_MIN } from '../../../core/units'

/** What a calendar is made from: a plan, and what its tasks are called. */
export interface CalendarSource {
  name: string
  timeZone: string
  /** The number of the plan and when it was made. */
  plan: { id: number; madeAt: string }
  promises: readonly PromiseRow[]
  tasks: readonly PlanTaskRow[]
  /** Letters of pots by their number. */
  letters: ReadonlyMap<number, Pot['letter']>
  personOf: (id: number | null) => string
  /** With the promises, as in the workshop's own calendar. */
  withPromises: boolean
}

/**
 * The plan as an iCalendar file (RFC 5545): an event for every task that needs hands, in the
 * workshop's time zone.
 * An event keeps its UID when the task moves, and its SEQUENCE rises with every plan, so calendars
 * move it too.
 */
export function calendarFile({
  name,
  timeZone,
  plan,
  promises,
  tasks,
  letters,
  personOf,
  withPromises,
}: CalendarSource): string {
  const calendar = new ICAL.Component('vcalendar')
  calendar.updatePropertyWithValue('version', '2.0')
  calendar.updatePropertyWithValue('prodid', '-//Velvet Batch//Plan//EN')
  calendar.updatePropertyWithValue('method', 'PUBLISH')
  calendar.updatePropertyWithValue('x-wr-calname', name)
  const titles = new Map(promises.map((promise) => [promise.orderId, promise.title]))
  const events = tasks.map((task) => {
    const letter = letters.get(task.potId ?? 0)
    return {
      uid: `${task.key}.${task.orderLineId}@velvet-batch`,
      from: task.startAt,
      to: task.endAt,
      summary: `${letter ? `${letter} · ` : ''}${task.title}`,
      place: task.station ?? '',
      words: [titles.get(task.orderId) ?? '', personOf(task.personId)],
    }
  })
  const dates = withPromises
    ? promises.map((promise) => ({
        uid: `promise.${promise.orderId}@velvet-batch`,
        from: promise.promisedAt,
        to: promise.promisedAt,
        summary: `promised: ${promise.title}`,
        place: '',
        words: [] as string[],
      }))
    : []
  const all = [...events, ...dates]
  if (all.length > 0)
    calendar.addSubcomponent(
      timeZoneOf(
        timeZone,
        all.map((event) => event.from),
      ),
    )
  for (const event of all) {
    const component = new ICAL.Component('vevent')
    component.updatePropertyWithValue('uid', event.uid)
    component.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(new Date(plan.madeAt), true))
    component.updatePropertyWithValue('sequence', plan.id)
    for (const [property, at] of [
      ['dtstart', event.from],
      ['dtend', event.to],
    ] as const)
      component
        .updatePropertyWithValue(property, clockAt(DateTime.fromISO(at, { zone: timeZone })))
        .setParameter('tzid', timeZone)
    component.updatePropertyWithValue('summary', event.summary)
    if (event.place) component.updatePropertyWithValue('location', event.place)
    const words = event.words.filter(Boolean).join('\n')
    if (words) component.updatePropertyWithValue('description', words)
    calendar.addSubcomponent(component)
  }
  return `${calendar.toString()}\r\n`
}

/** The clock at an instant, without a zone: the TZID says it. */
function clockAt(at: DateTime): ICAL.Time {
  const { year, month, day, hour, minute, second } = at
  return ICAL.Time.fromData({ year, month, day, hour, minute, second, isDate: false })
}

/** The zone's changes of the clock around the events, each as an observance of its own. */
function timeZoneOf(timeZone: string, instants: readonly string[]): ICAL.Component {
  const zone = IANAZone.create(timeZone)
  const sorted = [...instants].sort()
  const first = DateTime.fromISO(sorted[0] ?? '', { zone: timeZone }).minus({ days: 1 })
  const last = DateTime.fromISO(sorted.at(-1) ?? '', { zone: timeZone }).plus({ days: 1 })
  const component = new ICAL.Component('vtimezone')
  component.updatePropertyWithValue('tzid', timeZone)
  const add = (at: number, before: number, after: number) => {
    const observance = new ICAL.Component(
      DateTime.fromMillis(at, { zone: timeZone }).isInDST ? 'daylight' : 'standard',
    )
    // RFC 5545 gives the beginning of an observance on the clock before it.
    observance.updatePropertyWithValue(
      'dtstart',
      clockAt(DateTime.fromMillis(at + before * MS_PER_MIN, { zone: 'utc' })),
    )
    observance.updatePropertyWithValue('tzoffsetfrom', ICAL.UtcOffset.fromSeconds(before * 60))
    observance.updatePropertyWithValue('tzoffsetto', ICAL.UtcOffset.fromSeconds(after * 60))
    component.addSubcomponent(observance)
  }
  let offset = zone.offset(first.toMillis())
  add(first.startOf('hour').toMillis(), offset, offset)
  for (let at = first.startOf('hour').toMillis(); at <= last.toMillis(); at += MS_PER_HOUR) {
    const next = zone.offset(at)
    if (next !== offset) add(at, offset, next)
    offset = next
  }
  return component
}
