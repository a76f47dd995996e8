import { METRIC, type DecimalMark, type OwnUnits } from '~~/core/units'
import type { Beginning } from '~~/shared/schemas/house'
import type { DateStyle } from '~~/shared/time/days'

/** What a new workshop can begin with. */
export const BEGINNING_WORDS: Record<Beginning, { name: string; what: string }> = {
  table: {
    name: 'One person at a table',
    what: 'A workroom and a corner where dust may fly, a table, a level board, a shelf; you do everything, in the evenings and on Saturdays.',
  },
  shared: {
    name: 'A shared workshop',
    what: 'A room for pouring and one for finishing, a bench, a level table, a sander, two racks; you are there on weekdays, others are added.',
  },
  empty: { name: 'Nothing', what: 'Every room, station, rack and skill is added by hand.' },
}

/** Units that usually go together. */
export const UNIT_SETS: readonly { label: string; value: OwnUnits }[] = [
  { label: 'grams, millilitres, millimetres, °C', value: METRIC },
  {
    label: 'grams, US fluid ounces, inches, °F',
    value: { mass: 'g', volume: 'US fl oz', length: 'in', temperature: '°F' },
  },
  {
    label: 'grams, imperial fluid ounces, inches, °C',
    value: { mass: 'g', volume: 'imp fl oz', length: 'in', temperature: '°C' },
  },
]

/** How days and decimals are written where this browser is. */
export function styleHere(locale?: string): { dateStyle: DateStyle; decimalMark: DecimalMark } {
  const [first] = new Intl.DateTimeFormat(locale).formatToParts(0)
  return {
    dateStyle: first?.type === 'month' ? 'mdy' : first?.type === 'year' ? 'ymd' : 'dmy',
    decimalMark: new Intl.NumberFormat(locale).format(1.5).includes(',') ? ',' : '.',
  }
}
