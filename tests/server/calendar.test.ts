import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import ICAL from 'ical.js'
import type { Knex } from 'knex'
import { AppError } from '../../server/services/AppError'
import { calendarFile, type CalendarSource } from '../../server/services/calendars/calendarFile'
import {
  calendarFeeds,
  calendarOf,
  renewFeed,
  stopFeed,
} from '../../server/services/calendars/calendars'
import type { Who } from '../../server/services/Who'
import type { PlanTaskRow } from '../../shared/types/plan'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'

const task = (changes: Partial<PlanTaskRow> = {}): PlanTaskRow => ({
  key: 'line4.k2.7.1.pour',
  orderId: 3,
  orderLineId: 4,
  potId: 7,
  kind: 'pour',
  title: 'pour clear, deep; slowly',
  attended: true,
  startAt: '2026-03-27T08:00:00.000Z',
  endAt: '2026-03-27T08:20:00.000Z',
  personId: 1,
  station: 'Level table one',
  placeId: null,
  binding: 'lag',
  withKey: null,
  does: null,
  told: null,
  ...changes,
})
const source = (changes: Partial<CalendarSource> = {}): CalendarSource => ({
  name: 'Test yard',
  timeZone: 'Europe/Berlin',
  plan: { id: 12, madeAt: '2026-03-20T06:00:00.000Z' },
  tasks: [task()],
  letters: new Map([[7, 'K']]),
  personOf: () => 'Somebody',
  withPromises: false,
  promises: [
    {
      orderId: 3,
      title: 'Two dials',
      promisedAt: '2026-04-02T14:00:00.000Z',
      readyAt: null,
      lateMin: 0,
      usesSand: false,
      usesBox: false,
      isMade: false,
      pieces: null,
      because: [],
      odds: null,
    },
  ],
  ...changes,
})
const read = (file: string) => new ICAL.Component(ICAL.parse(file) as unknown as [])
const events = (file: string) =>
  read(file)
    .getAllSubcomponents('vevent')
    .map((one) => new ICAL.Event(one))

describe('the calendar file', () => {
  test('has an event for each task, on the clock of the workshop', () => {
    const file = calendarFile(source())
    expect(file.startsWith('BEGIN:VCALENDAR\r\nVERSION:2.0\r\n')).toBe(true)
    expect(file.endsWith('END:VCALENDAR\r\n')).toBe(true)
    const [event, ...others] = events(file)
    expect(others).toEqual([])
    expect([event!.summary, event!.location, event!.description]).toEqual([
      'K · pour clear, deep; slowly',
      'Level table one',
      'Two dials\nSomebody',
    ])
    expect(file).toContain('DTSTART;TZID=Europe/Berlin:20260327T090000')
    expect(event!.startDate.toString()).toBe('2026-03-27T09:00:00')
    expect(event!.endDate.toString()).toBe('2026-03-27T09:20:00')
    // Long lines are folded, as every reader expects.
    expect(file.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true)
  })
  test('knows the change of the clock between its events', () => {
    const file = calendarFile(
      source({
        tasks: [
          task(),
          task({
            key: 'later',
            startAt: '2026-03-30T08:00:00.000Z',
            endAt: '2026-03-30T08:20:00.000Z',
          }),
        ],
      }),
    )
    const zone = new ICAL.Timezone(read(file).getFirstSubcomponent('vtimezone')!)
    for (const event of events(file)) event.startDate.zone = zone
    expect(
      events(file).map((event) => {
        event.startDate.zone = zone
        return event.startDate.toJSDate().toISOString()
      }),
    ).toEqual(['2026-03-27T08:00:00.000Z', '2026-03-30T08:00:00.000Z'])
    expect(file).toContain('DTSTART;TZID=Europe/Berlin:20260330T100000')
  })
  test('an event that moved keeps its UID and has a higher sequence', () => {
    const [before] = events(calendarFile(source()))
    const [after] = events(
      calendarFile(
        source({
          plan: { id: 13, madeAt: '2026-03-21T06:00:00.000Z' },
          tasks: [task({ startAt: '2026-03-28T08:00:00.000Z', endAt: '2026-03-28T08:20:00.000Z' })],
        }),
      ),
    )
    expect(after!.uid).toBe(before!.uid)
    expect(after!.sequence).toBeGreaterThan(before!.sequence)
    expect(after!.startDate.toString()).not.toBe(before!.startDate.toString())
  })
  test('promises stand in the calendar of the workshop; an empty one is a calendar too', () => {
    expect(
      events(calendarFile(source({ withPromises: true }))).map((event) => event.summary),
    ).toEqual(['K · pour clear, deep; slowly', 'promised: Two dials'])
    expect(events(calendarFile(source({ tasks: [] })))).toEqual([])
  })
})

describe('a secret address', () => {
  let knex: Knex
  let [manager, maker]: Who[] = []
  const now = new Date('2026-03-02T09:00:00.000Z')
  const secretIn = ({ path }: { path: string }) =>
    /^\/api\/calendar\/([\w-]+)\.ics$/.exec(path)![1]!
  const refusal = (work: Promise<unknown>) =>
    work.then(
      () => null,
      (error: unknown) => (error instanceof AppError ? error.code : Promise.reject(error as Error)),
    )
  beforeAll(async () => {
    knex = await freshDatabase()
    ;({ manager, maker } = await aWorkshop(knex))
  })
  afterAll(leaveDatabase)

  test('leads to the calendar, and is kept nowhere in clear', async () => {
    const secret = secretIn(await renewFeed(maker!, 'mine', now))
    expect(await calendarOf(secret)).toContain(`X-WR-CALNAME:Test yard: ${maker!.name}`)
    expect(await calendarFeeds(maker!)).toEqual({
      mine: now.toISOString(),
      workshop: null,
      hasWorkshop: false,
    })
    expect(JSON.stringify(await knex('calendar_feeds'))).not.toContain(secret)
  })
  test('leads nowhere once it was renewed or taken away', async () => {
    const first = secretIn(await renewFeed(manager!, 'workshop', now))
    const second = secretIn(await renewFeed(manager!, 'workshop', now))
    expect(await refusal(calendarOf(first))).toBe('unknown')
    expect(await calendarOf(second)).toContain('X-WR-CALNAME:Test yard')
    await stopFeed(manager!, 'workshop')
    expect(await refusal(calendarOf(second))).toBe('unknown')
    expect((await calendarFeeds(manager!)).workshop).toBeNull()
  })
  test('of the workshop is the manager’s; what is no secret is no address', async () => {
    expect(await refusal(renewFeed(maker!, 'workshop', now))).toBe('forbidden')
    for (const wrong of ['', 'x', '../../etc', 'A'.repeat(43)])
      expect(await refusal(calendarOf(wrong))).toBe('unknown')
  })
})
