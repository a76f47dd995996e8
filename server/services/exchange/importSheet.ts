import {
  matchedColumns,
  setAt,
  valueAt,
  type SheetColumn,
  type SheetStyle,
} from '../../../shared/exchange/columns'
import { readTable, type Table } from '../../../shared/exchange/readTable'
import { check } from '../../../shared/schemas/check'
import type { BadLine, Imported, ImportPreview } from '../../../shared/types/exchangeSheets'
import { said } from '../../../shared/words'
import type { Db } from '../../db/rows'
import { AppError } from '../AppError'
import type { Who } from '../Who'
import type { Known, Sheet } from './Sheet'

const SAMPLE = 5
const MOST_LINES = 20_000

/** A good row, and what it would be. */
interface Good<F> {
  fields: F
  known: Known<F> | null
}
export interface Understood<F> {
  preview: ImportPreview
  good: Good<F>[]
}

const refused = (why: string) => new AppError('invalid-input', why, {})

function tableOf(text: string): Table {
  const table = readTable(text)
  if (table === null) throw refused('This is no table with a line of heads.')
  if (table.rows.length > MOST_LINES)
    throw refused(`This has ${table.rows.length} lines; ${MOST_LINES} are read at a time.`)
  return table
}

/** The columns that a file's heads are taken for, as somebody says or as the heads do. */
function columnsOf(
  { heads }: Table,
  columns: readonly SheetColumn[],
  chosen: readonly (string | null)[] | null,
): (SheetColumn | null)[] {
  const names = chosen ?? matchedColumns(heads, columns)
  return heads.map((_, i) => columns.find(({ head }) => head === names[i]) ?? null)
}

/**
 * Understands a file: every line is read, checked as its form would, and told apart into what can be
 * taken and what cannot, with everything that is wrong with it. Changes nothing.
 */
export async function understand<F extends object>(
  db: Db,
  who: Who,
  sheet: Sheet<F>,
  file: { text: string; columns: readonly (string | null)[] | null },
  style: SheetStyle,
): Promise<Understood<F>> {
  const table = tableOf(file.text)
  const columns = columnsOf(table, sheet.columns, file.columns)
  const missing = sheet.columns
    .filter((one) => one.isNeeded && !columns.includes(one))
    .map(({ head }) => head)
  const known = await sheet.list(db, who)
  const byKey = new Map(known.map((row) => [keyed(sheet, row), row]))
  const bad: BadLine[] = []
  const read: { line: number; fields: F; known: Known<F> | null }[] = []
  const seen = new Map<string, number>()
  for (const { line, cells } of missing.length > 0 ? [] : table.rows) {
    const problems: BadLine['problems'] = []
    const start = sheet.blank()
    for (const [i, column] of columns.entries())
      if (column?.isNeeded) readInto(start, column, cells[i] ?? '', style)
    const key = keyed(sheet, start)
    const there = sheet.keyOf === null ? null : (byKey.get(key) ?? null)
    const fields = there ? withoutKey(there) : sheet.blank()
    for (const [i, column] of columns.entries()) {
      if (!column) continue
      const why = readInto(fields, column, cells[i] ?? '', style)
      if (why !== null) problems.push({ head: column.head, why })
    }
    if (problems.length === 0) problems.push(...complaints(sheet, fields, known))
    if (sheet.keyOf !== null && seen.has(key))
      problems.push({ head: '', why: `is the same as line ${seen.get(key)}` })
    else seen.set(key, line)
    if (problems.length > 0) bad.push({ line, problems })
    else read.push({ line, fields, known: there })
  }
  const good = joined(sheet, read)
  return {
    good,
    preview: {
      heads: table.heads.map((head, i) => ({ head, column: columns[i]?.head ?? null })),
      columns: sheet.columns.map(({ head, isNeeded }) => ({ head, isNeeded })),
      missing,
      lines: table.rows.length,
      added: good.filter((one) => one.known === null).length,
      changed: good.filter((one) => one.known !== null).length,
      bad,
      sample: read
        .slice(0, SAMPLE)
        .map(({ fields }) =>
          columns.map((column) =>
            column ? column.write(valueAt(fields, column.path), style) : '',
          ),
        ),
    },
  }
}

const keyed = <F extends object>({ keyOf }: Sheet<F>, fields: F) =>
  keyOf === null ? '' : keyOf(fields).trim().toLowerCase()

function withoutKey<F extends object>(row: Known<F>): F {
  const { id: _id, version: _version, ...fields } = structuredClone(row)
  return fields as unknown as F
}

/** @returns what is wrong with the cell; an empty one says nothing */
function readInto(
  fields: object,
  column: SheetColumn,
  text: string,
  style: SheetStyle,
): string | null {
  if (text === '') return null
  const read = column.read(text, style)
  if (!read.ok) return read.why
  setAt(fields, column.path, read.value)
  return null
}

/** What the form would say of a row, each beside the column that it is about. */
function complaints<F extends object>(
  sheet: Sheet<F>,
  fields: F,
  known: readonly F[],
): BadLine['problems'] {
  const headOf = (path: string) =>
    sheet.columns.find((column) => path === column.path || path.startsWith(`${column.path}[`))
      ?.head ?? ''
  const checked = check(sheet.schema, fields)
  if (!checked.ok)
    return checked.issues
      .map(said)
      .map(({ path, message }) => ({ head: headOf(path), why: message }))
  const objection = sheet.objection?.(fields, known) ?? null
  return objection === null ? [] : [{ head: headOf(objection.path), why: objection.why }]
}

function joined<F extends object>(
  sheet: Sheet<F>,
  read: readonly { fields: F; known: Known<F> | null }[],
): Good<F>[] {
  return sheet.join
    ? sheet.join(read.map(({ fields }) => fields)).map(({ fields }) => ({ fields, known: null }))
    : [...read]
}

/**
 * Takes a file that was understood: all of it in the transaction that it is given, or, where lines
 * are wrong and are not to be left out, nothing.
 * @throws AppError `invalid-input` naming the first lines that are wrong
 */
export async function take<F extends object>(
  db: Db,
  who: Who,
  sheet: Sheet<F>,
  { good, preview }: Understood<F>,
  leaveOut: boolean,
  now: Date,
): Promise<Imported> {
  if (preview.missing.length > 0)
    throw refused(`The table has no column for ${preview.missing.join(', ')}.`)
  if (preview.bad.length > 0 && !leaveOut)
    throw refused(
      `${preview.bad.length} of ${preview.lines} lines are wrong, and nothing was taken: ${preview.bad
        .slice(0, SAMPLE)
        .map(({ line }) => line)
        .join(', ')}${preview.bad.length > SAMPLE ? ' and more' : ''}.`,
    )
  for (const { fields, known } of good)
    if (known) await sheet.save(db, who, { ...fields, id: known.id, version: known.version }, now)
    else await sheet.add(db, who, fields, now)
  if (good.length > 0) await sheet.after?.(db, who, now)
  return { added: preview.added, changed: preview.changed, leftOut: preview.bad.length }
}
