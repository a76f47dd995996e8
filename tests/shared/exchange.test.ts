import { describe, expect, test } from '@jest/globals'
import {
  choiceColumn,
  dayColumn,
  flagColumn,
  matchedColumns,
  moneyColumn,
  numberColumn,
  setAt,
  textColumn,
  valueAt,
  type SheetColumn,
} from '../../shared/exchange/columns'
import { readTable } from '../../shared/exchange/readTable'
import { readDay, writeDay } from '../../shared/time/days'

const POINT = { dateStyle: 'dmy', decimalMark: '.' } as const
const COMMA = { dateStyle: 'mdy', decimalMark: ',' } as const

describe('a table', () => {
  test.each([
    ['commas', 'name,price\nTape,4.20\n'],
    ['semicolons and a byte order mark', '\uFEFFname;price\r\nTape;4.20\r\n'],
    ['tabs, quotes and empty lines', '"name"\t"price"\n\n"Tape"\t4.20\n\t\n'],
  ])('with %s is read', (_, text) =>
    expect(readTable(text)).toMatchObject({
      heads: ['name', 'price'],
      rows: [{ cells: ['Tape', '4.20'] }],
    }),
  )
  test('says on which line of the file a row begins, over cells with line ends', () => {
    const table = readTable('name,note\nA,"one\ntwo"\n\nB,\n')
    expect(table?.rows.map(({ line }) => line)).toEqual([2, 4])
    expect(table?.rows[0]?.cells).toEqual(['A', 'one\ntwo'])
  })
  test('a semicolon inside a quoted head does not separate', () =>
    expect(readTable('"a;b;c",d\n1,2')?.heads).toEqual(['a;b;c', 'd']))
  test('what was kept from being a formula is read as it was typed', () =>
    expect(readTable("name\n'=2+3\n'tis\n")?.rows.map(({ cells }) => cells[0])).toEqual([
      '=2+3',
      "'tis",
    ]))
  test.each(['', '\n\n', 'a,"b'])('%j is none', (text) => expect(readTable(text)).toBeNull())
})

describe('a cell', () => {
  const read = (column: SheetColumn, text: string, style: typeof POINT | typeof COMMA = POINT) => {
    const cell = column.read(text, style)
    return cell.ok ? cell.value : cell.why
  }
  const number = numberColumn('n', 'n')
  const money = moneyColumn('m', 'm')
  const day = dayColumn('d', 'd')
  test.each([
    [number, '12,5', 12.5],
    [number, '12.5', 12.5],
    [number, '1,234.5', '“1,234.5” is not a number'],
    [money, '€ 4,20', '4.2'],
    [money, '-3', '“-3” is not a sum of money'],
    [day, '14.3.2027', '2027-03-14'],
    [day, '31.2.2027', '“31.2.2027” is no day; write it like 14 Mar 2027'],
    [flagColumn('f', 'f'), 'Yes', true],
    [flagColumn('f', 'f'), 'perhaps', '“perhaps” is neither yes nor no'],
    [choiceColumn({ mass: ['weight'], volume: [] })('c', 'c'), 'Weight', 'mass'],
  ])('%# is read, or says why not', (column, text, value) => expect(read(column, text)).toBe(value))
  test('the month first, where the workshop writes so', () => {
    expect(read(day, '4/3/2027', COMMA)).toBe('2027-04-03')
    expect(read(day, '4/3/2027', POINT)).toBe('2027-03-04')
  })
  test('goes out in the workshop’s own writing and comes back the same', () => {
    expect(number.write(12.5, COMMA)).toBe('12,5')
    expect(money.write('4.20', COMMA)).toBe('4,20')
    for (const style of [POINT, COMMA])
      expect(read(day, day.write('2027-04-03', style), style)).toBe('2027-04-03')
  })
  test('stands at a path of the fields', () => {
    const fields = { ratio: { a: 1 }, lines: [{ quantity: 2 }] }
    setAt(fields, 'ratio.a', 3)
    setAt(fields, 'lines[0].quantity', 5)
    expect([valueAt(fields, 'ratio.a'), valueAt(fields, 'lines[0].quantity')]).toEqual([3, 5])
    expect(valueAt(fields, 'lines[4].quantity')).toBeUndefined()
  })
})

test('heads are taken for columns by their names, each once', () => {
  const columns = [
    textColumn('name', 'name', { also: ['what'] }),
    numberColumn('density A g/ml', 'densityA'),
  ]
  expect(matchedColumns(['Density_A (g/ml)', 'WHAT', 'Name', ''], columns)).toEqual([
    'density A g/ml',
    'name',
    null,
    null,
  ])
})

test.each([
  ['2027-03-14', 'mdy', '2027-03-14'],
  ['Sun 14 Mar 2027', 'dmy', '2027-03-14'],
  ['Mar 14, 2027', 'mdy', '2027-03-14'],
  ['14/3/27', 'dmy', '2027-03-14'],
  ['13/14/2027', 'mdy', null],
  ['soon', 'dmy', null],
] as const)('the day “%s” is read as one writes it (%s)', (typed, style, day) =>
  expect(readDay(typed, style)).toBe(day),
)
test('a day is written so that it is read again', () => {
  for (const style of ['dmy', 'mdy', 'ymd'] as const)
    expect(readDay(writeDay('2027-11-02', style), style)).toBe('2027-11-02')
  expect(writeDay('', 'dmy')).toBe('')
})
