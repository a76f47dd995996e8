import { parse } from 'csv-parse/sync'

/** One row of a table as it stands in a file. */
export interface TableRow {
  /** The line of the file on which it begins, from 1. */
  line: number
  cells: string[]
}
export interface Table {
  heads: string[]
  rows: TableRow[]
}

const SEPARATORS = [';', '\t', ','] as const
const QUOTED = /"(?:[^"]|"")*"/g

/** What separates the cells: the sign that the first line has most of, outside of quotes. */
function separatorOf(text: string): string {
  const first = text.replace(QUOTED, '').split(/\r\n|\n|\r/, 1)[0] ?? ''
  const counts = SEPARATORS.map((sign) => first.split(sign).length)
  return SEPARATORS[counts.indexOf(Math.max(...counts))] ?? ','
}

interface Parsed {
  record: string[]
  info: { lines: number }
}

/**
 * Reads a table as spreadsheets write it: separated by semicolons, tabs or commas, with or without a
 * byte order mark, quoted or not; lines with nothing in them are left out.
 * @returns null where it is no such table or has no line of heads
 */
export function readTable(text: string): Table | null {
  let parsed: Parsed[]
  try {
    parsed = parse(text, {
      bom: true,
      delimiter: separatorOf(text.replace(/^\uFEFF/, '')),
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
      info: true,
    }) as unknown as Parsed[]
  } catch {
    return null
  }
  const [head, ...rest] = parsed
  if (!head || head.record.every((cell) => cell === '')) return null
  let line = head.info.lines
  const rows: TableRow[] = []
  for (const { record, info } of rest) {
    const begins = line + 1
    line = info.lines
    if (record.some((cell) => cell !== ''))
      rows.push({ line: begins, cells: record.map(unescaped) })
  }
  return { heads: head.record, rows }
}

/** What a spreadsheet was told not to take for a formula is read as it was typed. */
const unescaped = (cell: string) => cell.replace(/^'(?=[=+\-@\t\r])/, '')
