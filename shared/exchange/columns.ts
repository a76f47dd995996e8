import { readNumber, withDecimalMark, type DecimalMark } from '../../core/units'
import { readDay, writeDay, type DateStyle } from '../time/days'

/** How a workshop writes days and decimals. */
export interface SheetStyle {
  dateStyle: DateStyle
  decimalMark: DecimalMark
}

/** A cell that was read, or why it cannot be. */
export type Read = { ok: true; value: unknown } | { ok: false; why: string }

/** One column of a sheet: where its value stands in a row's fields, and how it is read and written. */
export interface SheetColumn {
  head: string
  /** What others call it. */
  also: readonly string[]
  /** As in `ratio.a`. */
  path: string
  /** Whether a sheet without it cannot be read. */
  isNeeded: boolean
  read: (text: string, style: SheetStyle) => Read
  write: (value: unknown, style: SheetStyle) => string
}

interface Options {
  also?: readonly string[]
  isNeeded?: boolean
}
const ok = (value: unknown): Read => ({ ok: true, value })
const no = (why: string): Read => ({ ok: false, why })

const column =
  (read: SheetColumn['read'], write: SheetColumn['write']) =>
  (head: string, path: string, { also = [], isNeeded = false }: Options = {}): SheetColumn => ({
    head,
    path,
    also,
    isNeeded,
    read,
    write,
  })

const DECIMALS = 6

export const textColumn = column(
  (text) => ok(text),
  (value) => (value as string | null) ?? '',
)

export const numberColumn = column(
  (text) => {
    const read = readNumber(text)
    return read.ok ? ok(read.value) : no(`“${text}” is not a number`)
  },
  (value, { decimalMark }) =>
    typeof value === 'number'
      ? withDecimalMark(String(Number(value.toFixed(DECIMALS))), decimalMark)
      : '',
)

/** A number that may be missing; an empty cell says so. */
export const maybeNumberColumn = column(numberColumn('', '').read, numberColumn('', '').write)

export const moneyColumn = column(
  (text) => {
    const read = readNumber(text.replace(/[\s€$£]/g, ''))
    return read.ok && read.value >= 0
      ? ok(String(read.value))
      : no(`“${text}” is not a sum of money`)
  },
  (value, { decimalMark }) =>
    value === null ? '' : withDecimalMark(String(value as string), decimalMark),
)

/** A sum that may be missing; an empty cell says so. */
export const maybeMoneyColumn = column(
  (text, style) => (text === '' ? ok(null) : moneyColumn('', '').read(text, style)),
  moneyColumn('', '').write,
)

const YES = ['yes', 'y', 'true', '1', 'x', 'ja', 'oui', 'si']
const NO = ['no', 'n', 'false', '0', 'nein', 'non', '']
export const flagColumn = column(
  (text) => {
    const word = text.toLowerCase()
    return YES.includes(word)
      ? ok(true)
      : NO.includes(word)
        ? ok(false)
        : no(`“${text}” is neither yes nor no`)
  },
  (value) => (value === true ? 'yes' : 'no'),
)

export const dayColumn = column(
  (text, { dateStyle }) => {
    const day = readDay(text, dateStyle)
    return day === null
      ? no(`“${text}” is no day; write it like ${writeDay('2027-03-14', dateStyle)}`)
      : ok(day)
  },
  (value, { dateStyle }) => writeDay(value as string, dateStyle),
)

/** One of some words; what others call them is taken, too. */
export const choiceColumn = (words: Readonly<Record<string, readonly string[]>>) =>
  column(
    (text) => {
      const word = text.toLowerCase()
      const found = Object.entries(words).find(
        ([value, others]) => value === word || others.includes(word),
      )
      return found ? ok(found[0]) : no(`“${text}” is none of ${Object.keys(words).join(', ')}`)
    },
    (value) => value as string,
  )

/** Words between commas. */
export const wordsColumn = column(
  (text) =>
    ok(
      text
        .split(/[,;/]/)
        .map((word) => word.trim().toLowerCase())
        .filter((word) => word !== ''),
    ),
  (value) => (value as string[]).join(', '),
)

/** A value at a path such as `ratio.a` or `lines[0].quantity`. */
const steps = (path: string) => path.split(/[.[\]]+/).filter((step) => step !== '')
export const valueAt = (fields: unknown, path: string): unknown =>
  steps(path).reduce<unknown>(
    (value, step) => (value as Record<string, unknown> | null | undefined)?.[step],
    fields,
  )
export function setAt(fields: object, path: string, value: unknown): void {
  const way = steps(path)
  const last = way.pop() ?? ''
  const holder = way.reduce<Record<string, unknown>>(
    (within, step) => within[step] as Record<string, unknown>,
    fields as Record<string, unknown>,
  )
  holder[last] = value
}

const folded = (head: string) =>
  head
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '')

/** For each head of a file the column that it means; null where it means none, or one taken already. */
export function matchedColumns(
  heads: readonly string[],
  columns: readonly SheetColumn[],
): (string | null)[] {
  const taken = new Set<string>()
  return heads.map((head) => {
    const found = columns.find(
      (one) =>
        !taken.has(one.head) &&
        [one.head, ...one.also].some((name) => folded(name) === folded(head)),
    )
    if (!found) return null
    taken.add(found.head)
    return found.head
  })
}
