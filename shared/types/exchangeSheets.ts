/** What can come in and go out as a table. */
export const SHEET_KINDS = [
  'people',
  'materials',
  'resins',
  'pigments',
  'moulds',
  'customers',
  'orders',
] as const
export type SheetKind = (typeof SHEET_KINDS)[number]

/** A line that cannot be taken, with everything that is wrong with it. */
export interface BadLine {
  line: number
  problems: { head: string; why: string }[]
}

/** What would come of a file. */
export interface ImportPreview {
  /** The file's own heads, each with the column that it is taken for. */
  heads: { head: string; column: string | null }[]
  /** Columns that there are. */
  columns: { head: string; isNeeded: boolean }[]
  /** Needed columns that no head is taken for. */
  missing: string[]
  lines: number
  /** How many rows would be added, and how many that are there already changed. */
  added: number
  changed: number
  bad: BadLine[]
  /** The first good lines as they were understood. */
  sample: string[][]
}

/** What came of it. */
export interface Imported {
  added: number
  changed: number
  leftOut: number
}
