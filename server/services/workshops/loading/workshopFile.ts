import type { OwnedColumn, OwnedTable } from '../../../db/workspaceRows'
import { WORKSPACE_FORMAT } from '../../../db/workspaceRows'
import { AppError } from '../../AppError'

export type FileRow = Readonly<Record<string, unknown>>

/** A workshop as its file holds it, fit to be taken in. */
export interface WorkshopFile {
  workshop: FileRow
  tables: { table: OwnedTable; rows: readonly FileRow[] }[]
}

/** What is asked of the planner and not taken is no part of what happened. */
const LEFT_OUT = new Set(['plan_proposals'])
const NEWER =
  'This file was written by a newer Velvet Batch than this one. Bring this one up to date first.'

const refuse = (why: string): AppError => new AppError('invalid-input', why)
const isRow = (value: unknown): value is FileRow =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const isNatural = (value: unknown): value is number =>
  Number.isSafeInteger(value) && Number(value) > 0

/** The bytes of a column that holds pictures; null where it holds something else. */
export function pictureOf(value: unknown): Buffer | null {
  if (!isRow(value) || typeof value.base64 !== 'string') return null
  const bytes = Buffer.from(value.base64, 'base64')
  const says = (from: number, to: number) => bytes.subarray(from, to).toString('latin1')
  return says(0, 4) === 'RIFF' && says(8, 12) === 'WEBP' ? bytes : null
}

const isJsonText = (value: unknown): boolean => {
  try {
    return typeof value === 'string' && (JSON.parse(value), true)
  } catch {
    return false
  }
}

/** What a value of each type of column looks like in a file. */
const FITS: readonly [type: RegExp, fits: (value: unknown, type: RegExpExecArray) => boolean][] = [
  [/^\w*int\b/, (value) => Number.isSafeInteger(value)],
  [/^decimal\b/, (value) => typeof value === 'string' && /^-?\d+(\.\d+)?$/.test(value)],
  [/^datetime\b/, (value) => typeof value === 'string' && !Number.isNaN(Date.parse(value))],
  [/^date$/, (value) => typeof value === 'string' && /^\d{4}-\d\d-\d\d$/.test(value)],
  [/^enum\((.*)\)$/, (value, [, words = '']) => words.split(',').includes(`'${String(value)}'`)],
  [
    /^(?:var)?char\((\d+)\)$/,
    (value, [, most]) => typeof value === 'string' && [...value].length <= Number(most),
  ],
  [/text$/, (value) => typeof value === 'string'],
  [/blob$/, (value) => pictureOf(value) !== null],
]

function fits({ type, isNullable, isJson }: OwnedColumn, value: unknown): boolean {
  if (value === null) return isNullable
  if (isJson) return isJsonText(value)
  return FITS.some(([pattern, test]) => {
    const found = pattern.exec(type)
    return found !== null && test(value, found)
  })
}

/** What is wrong with a row of a file, in words; null where nothing is. */
function wrongIn(
  row: FileRow,
  { columns }: OwnedTable,
  idsOf: ReadonlyMap<string, ReadonlySet<unknown>>,
): string | null {
  for (const column of columns) {
    const value = row[column.name]
    if (value === undefined || column.name === 'workspace_id') continue
    if (!fits(column, value)) return `“${column.name}” is not what stands there`
    if (value !== null && column.pointsTo && !idsOf.get(column.pointsTo)?.has(value))
      return `“${column.name}” points to a row that is not in the file`
  }
  return null
}

function requireRight(
  rows: readonly FileRow[],
  table: OwnedTable,
  idsOf: ReadonlyMap<string, ReadonlySet<unknown>>,
): void {
  const names = new Set(table.columns.map(({ name }) => name))
  for (const [i, row] of rows.entries()) {
    if (Object.keys(row).some((name) => !names.has(name))) throw refuse(NEWER)
    const wrong = wrongIn(row, table, idsOf)
    if (wrong !== null) throw refuse(`In row ${i + 1} of “${table.name}” ${wrong}.`)
  }
}

function rowsOf(tables: FileRow, name: string): readonly FileRow[] {
  const rows = tables[name] ?? []
  if (!Array.isArray(rows) || !rows.every(isRow))
    throw refuse(`“${name}” in this file is no list of rows.`)
  return rows
}

/**
 * Reads the file of a workshop, and looks at every row before one is taken.
 * @param text JSON as `workspaceAsJson` writes it
 * @param known the tables of this installation whose rows belong to workshops
 * @param workspaces the table of workshops itself
 * @throws AppError `invalid-input`, naming the table and the row that cannot be
 */
export function readWorkshopFile(
  text: string,
  known: readonly OwnedTable[],
  workspaces: OwnedTable,
): WorkshopFile {
  const { workshop, tables } = headOf(text)
  const kept = known.filter(({ name }) => !LEFT_OUT.has(name))
  if (Object.keys(tables).some((name) => !known.some((table) => table.name === name)))
    throw refuse(NEWER)
  const read = kept.map((table) => ({ table, rows: rowsOf(tables, table.name) }))
  const idsOf = new Map(
    read.map(({ table, rows }) => [table.name, new Set(rows.map(({ id }) => id))]),
  )
  for (const { table, rows } of read) {
    const hasId = table.columns.some(({ name }) => name === 'id')
    if (
      hasId &&
      (!rows.every(({ id }) => isNatural(id)) || idsOf.get(table.name)?.size !== rows.length)
    )
      throw refuse(`Rows of “${table.name}” in this file have no numbers of their own.`)
    requireRight(rows, table, idsOf)
  }
  requireRight([workshop], workspaces, idsOf)
  return { workshop, tables: read }
}

function headOf(text: string): { workshop: FileRow; tables: FileRow } {
  let file: unknown
  try {
    file = JSON.parse(text)
  } catch {
    throw refuse('This is no file of a workshop, or it breaks off before its end.')
  }
  if (!isRow(file) || file.format !== WORKSPACE_FORMAT.format)
    throw refuse('This is no file of a workshop; it is made by “Download everything”.')
  if (file.version !== WORKSPACE_FORMAT.version) throw refuse(NEWER)
  if (!isRow(file.workshop) || !isRow(file.tables) || typeof file.workshop.name !== 'string')
    throw refuse('In this file the workshop itself is missing.')
  return { workshop: file.workshop, tables: file.tables }
}
