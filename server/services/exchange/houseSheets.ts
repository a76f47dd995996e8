import {
  choiceColumn,
  flagColumn,
  maybeMoneyColumn,
  maybeNumberColumn,
  moneyColumn,
  numberColumn,
  textColumn,
  wordsColumn,
  type SheetColumn,
} from '../../../shared/exchange/columns'
import { HOUSE_SCHEMAS, type HouseFields, type HouseKind } from '../../../shared/schemas/house'
import type { SchemaOf } from '../../../shared/schemas/typed'
import { readHours, writeHours } from '../../../shared/time/hours'
import { HOUSE_TABLES } from '../../db/house'
import type { HouseTable } from '../../db/house/houseTable'
import { addRow, saveRow } from '../house/house'
import type { Sheet } from './Sheet'

type Shift = HouseFields['people']['shifts'][number]
const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']

/** The hours of one day of the week, as they are typed in the form. */
const dayHours = (day: string, i: number): SheetColumn => ({
  head: day,
  also: [day.slice(0, 3)],
  path: `week.${i + 1}`,
  isNeeded: false,
  read: (text) => {
    const hours = readHours(text)
    return hours === null
      ? { ok: false, why: `“${text}” is not written like 9–12:30, 13–17` }
      : { ok: true, value: hours }
  },
  write: (hours) => writeHours((hours as Shift[] | undefined) ?? []),
})

/** A sheet of one of the house's lists. */
function houseSheet<K extends HouseKind>(
  kind: K,
  columns: readonly SheetColumn[],
  blank: () => HouseFields[K],
): Sheet<HouseFields[K]> {
  const table = HOUSE_TABLES[kind] as unknown as HouseTable<HouseFields[K]>
  return {
    columns,
    blank,
    schema: HOUSE_SCHEMAS[kind].fresh as unknown as SchemaOf<HouseFields[K]>,
    keyOf: (fields) => (fields as { name: string }).name,
    list: async (db, { workspaceId }) =>
      (await table.list(db, workspaceId)).flatMap(({ archivedAt, ...row }) =>
        archivedAt === null
          ? [row as unknown as HouseFields[K] & { id: number; version: number }]
          : [],
      ),
    add: (db, who, fields, now) => addRow(db, who, kind, fields, now),
    save: (db, who, { id, ...fields }, now) => saveRow(db, who, kind, id, fields as never, now),
  }
}

const named = textColumn('name', 'name', { isNeeded: true })
const note = textColumn('note', 'note', { also: ['notes', 'remark'] })

export const materialsSheet = houseSheet(
  'materials',
  [
    named,
    textColumn('kind', 'kind', { also: ['type', 'category'] }),
    textColumn('counted in', 'unit', { also: ['unit'] }),
    numberColumn('pack', 'packSize', { also: ['pack size', 'quantity'] }),
    moneyColumn('price of a pack', 'packPrice', { also: ['price', 'cost'] }),
    textColumn('bought from', 'supplier', { also: ['supplier', 'shop'] }),
    numberColumn('comes after days', 'leadDays', { also: ['lead days', 'lead time'] }),
    note,
  ],
  () => ({
    name: '',
    kind: 'other',
    unit: 'piece',
    packSize: 1,
    packPrice: '0.00',
    supplier: '',
    leadDays: 0,
    note: '',
  }),
)

export const customersSheet = houseSheet(
  'customers',
  [
    named,
    textColumn('address', 'address'),
    textColumn('letters', 'email', { also: ['email', 'e-mail', 'mail'] }),
    textColumn('telephone', 'phone', { also: ['phone', 'tel', 'mobile'] }),
    note,
  ],
  () => ({ name: '', address: '', email: '', phone: '', note: '' }),
)

export const pigmentsSheet = houseSheet(
  'pigments',
  [
    named,
    textColumn('colour', 'hex', { also: ['color', 'hex'] }),
    choiceColumn({ powder: ['mica'], paste: [], ink: ['dye'] })('form', 'form'),
    moneyColumn('price of a gram', 'pricePerG', { also: ['price'] }),
    maybeNumberColumn('density g/ml', 'density', { also: ['density'] }),
    maybeNumberColumn('loose powder g/ml', 'bulkDensity', { also: ['bulk density'] }),
    maybeNumberColumn('a drop ml', 'dropMl', { also: ['drop ml', 'drop'] }),
    maybeNumberColumn('a stick tip g', 'tipG', { also: ['tip g', 'tip'] }),
    maybeNumberColumn('a squirt g', 'squirtG', { also: ['squirt g', 'squirt'] }),
    maybeNumberColumn('a scoop g', 'scoopG', { also: ['scoop g', 'scoop'] }),
    note,
  ],
  () => ({
    name: '',
    hex: '#7a7f6a',
    form: 'paste',
    pricePerG: '0.00',
    density: null,
    bulkDensity: null,
    dropMl: null,
    tipG: null,
    squirtG: null,
    scoopG: null,
    note: '',
    trials: [],
  }),
)

/** Somebody with the hours of each day apart, as a table has them. */
type PersonRow = HouseFields['people'] & { week: Record<string, Omit<Shift, 'weekday'>[]> }
const people = houseSheet('people', [], () => ({
  name: '',
  signIn: '',
  role: 'maker',
  helpsOthers: true,
  wage: null,
  skills: [],
  shifts: [],
  rounds: [],
  otherwise: [],
}))

const weekOf = (shifts: readonly Shift[]): PersonRow['week'] =>
  Object.fromEntries(
    DAYS.map((_, i) => [
      String(i + 1),
      shifts
        .filter(({ weekday }) => weekday === i + 1)
        .map(({ fromMin, toMin }) => ({ fromMin, toMin })),
    ]),
  )
const personOf = <P extends PersonRow>({ week, ...person }: P) => ({
  ...person,
  shifts: Object.entries(week).flatMap(([day, hours]) =>
    hours.map((span) => ({ weekday: Number(day), ...span })),
  ),
})

export const peopleSheet: Sheet<PersonRow> = {
  columns: [
    named,
    textColumn('signs in as', 'signIn', {
      also: ['sign in', 'login', 'user name'],
      isNeeded: true,
    }),
    choiceColumn({ manager: [], maker: [], guest: [] })('is', 'role', { also: ['role'] }),
    wordsColumn('can', 'skills', { also: ['skills'] }),
    flagColumn('helps others', 'helpsOthers'),
    maybeMoneyColumn('wage', 'wage', { also: ['wage an hour', 'hourly wage', 'rate'] }),
    ...DAYS.map(dayHours),
  ],
  blank: () => ({ ...people.blank(), week: weekOf([]) }),
  schema: {
    validateSync: (value: PersonRow, options: object) =>
      people.schema.validateSync(personOf(value), options),
  } as unknown as SchemaOf<PersonRow>,
  keyOf: people.keyOf,
  list: async (db, who) =>
    (await people.list(db, who)).map((row) => ({ ...row, week: weekOf(row.shifts) })),
  add: (db, who, fields, now) => people.add(db, who, personOf(fields), now),
  save: (db, who, row, now) => people.save(db, who, personOf(row), now),
}
