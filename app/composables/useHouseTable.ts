import { DateTime } from 'luxon'
import { clockOfDay } from '~/utils/clockOfDay'
import { figure, written, writtenNumber } from '~/utils/figure'
import { MINUTES_PER_HOUR } from '~~/core/units'
import { writeDay } from '~~/shared/time/days'
import type { HouseKind } from '~~/shared/schemas/house'
import type { HouseRowOf } from '~~/shared/types/house'

interface Column<K extends HouseKind> {
  head: string
  isFigure?: boolean
  of: (row: HouseRowOf<K>) => string
}
type Columns = { [K in HouseKind]: readonly Column<K>[] }

const dayOfYear = (day: string) => DateTime.fromISO(`2024-${day}`).toFormat('d LLL')

/** A list of the house as a table: heads, and a row of words for each. */
export interface HouseTableOf {
  heads: { head: string; isFigure: boolean }[]
  rows: { id: number; name: string; isAway: boolean; cells: string[] }[]
}

/** What one of the house's lists shows. */
export function useHouseTable<K extends HouseKind>(kind: K) {
  const house = useHouseStore()
  const columns = useColumns()[kind] as readonly Column<K>[]
  return computed<HouseTableOf>(() => ({
    heads: columns.map(({ head, isFigure = false }) => ({ head, isFigure })),
    rows: house.listOf(kind).map((row) => ({
      id: row.id,
      name: row.name,
      isAway: row.archivedAt !== null,
      cells: columns.map((column) => column.of(row)),
    })),
  }))
}

function useColumns(): Columns {
  const house = useHouseStore()
  const workshop = useWorkshopStore()
  const roomName = (id: number) => house.listOf('rooms').find((room) => room.id === id)?.name ?? ''
  const door = (id: number) =>
    house.access.canSignIn.includes(id)
      ? 'can sign in'
      : house.access.invited.includes(id)
        ? 'invited'
        : 'not invited yet'
  const weekly = (shifts: HouseRowOf<'people'>['shifts']) =>
    shifts.reduce((sum, { fromMin, toMin }) => sum + toMin - fromMin, 0) / MINUTES_PER_HOUR
  return {
    people: [
      { head: 'is', of: ({ role }) => role },
      { head: 'can', of: ({ skills }) => skills.join(', ') },
      {
        head: 'hours a week',
        isFigure: true,
        of: ({ shifts }) =>
          shifts.length === 0 ? 'none' : written(`${Math.round(weekly(shifts) * 10) / 10}`),
      },
      { head: 'signs in as', of: ({ signIn }) => signIn },
      { head: 'door', of: ({ id }) => door(id) },
    ],
    rooms: [
      { head: 'by day', isFigure: true, of: ({ dayC }) => figure(dayC, '°C', 1) },
      { head: 'at night', isFigure: true, of: ({ nightC }) => figure(nightC, '°C', 1) },
      {
        head: 'other season',
        of: ({ season }) =>
          season === null
            ? ''
            : `${dayOfYear(season.fromDay)} to ${dayOfYear(season.untilDay)}: ${figure(season.dayC, '°C', 0)}, ${figure(season.nightC, '°C', 0)}`,
      },
      {
        head: 'day is',
        of: ({ dayFromMin, nightFromMin }) =>
          `${clockOfDay(dayFromMin)} to ${clockOfDay(nightFromMin)}`,
      },
    ],
    stations: [
      { head: 'kind', of: ({ kind }) => kind },
      { head: 'room', of: ({ roomId }) => roomName(roomId) },
    ],
    places: [
      { head: 'kind', of: ({ kind }) => (kind === 'box' ? 'heated box' : 'rack') },
      { head: 'room', of: ({ roomId }) => roomName(roomId) },
      {
        head: 'level area',
        isFigure: true,
        of: ({ areaCm2 }) => figure(areaCm2, 'cm²', 0),
      },
      {
        head: 'shelves',
        isFigure: true,
        of: ({ shelves }) => (shelves.length === 0 ? '' : `${shelves.length}`),
      },
      {
        head: 'warmth',
        of: ({ boxC, runs }) =>
          boxC === null
            ? 'as the room'
            : `${figure(boxC, '°C', 0)}${runs ? `, ${clockOfDay(runs.fromMin)} to ${clockOfDay(runs.untilMin)}` : ', day and night'}`,
      },
    ],
    materials: [
      { head: 'kind', of: ({ kind: what }) => what },
      {
        head: 'pack',
        isFigure: true,
        of: ({ packSize, unit }) => `${writtenNumber(packSize, 2)} ${unit}`,
      },
      {
        head: 'price of a pack',
        isFigure: true,
        of: ({ packPrice }) => `${written(packPrice)} ${workshop.rules?.currency ?? ''}`,
      },
      { head: 'from', of: ({ supplier }) => supplier },
      {
        head: 'comes in',
        isFigure: true,
        of: ({ leadDays }) => (leadDays === 0 ? 'at once' : `${leadDays} d`),
      },
    ],
    customers: [
      { head: 'letters', of: ({ email }) => email },
      { head: 'telephone', of: ({ phone }) => phone },
      { head: 'address', of: ({ address }) => address.split('\n').join(', ') },
    ],
    holidays: [
      { head: 'first day', of: ({ from }) => writeDay(from, workshop.dateStyle) },
      { head: 'last day', of: ({ until }) => writeDay(until, workshop.dateStyle) },
    ],
    pigments: [
      { head: 'form', of: ({ form }) => form },
      {
        head: 'price of a gram',
        isFigure: true,
        of: ({ pricePerG }) => `${written(pricePerG)} ${workshop.rules?.currency ?? ''}`,
      },
    ],
  }
}
