import type { SheetColumn } from '../../../shared/exchange/columns'
import type { SchemaOf } from '../../../shared/schemas/typed'
import type { Db } from '../../db/rows'
import type { Who } from '../Who'

/** A row that is there already, with what a saved one says of the version that was read. */
export type Known<F> = F & { id: number; version: number }

/** One kind of thing as a table that comes in and goes out. */
export interface Sheet<F extends object> {
  columns: readonly SheetColumn[]
  /** What a new row begins with where the table says nothing. */
  blank: () => F
  schema: SchemaOf<F>
  /** By what a row is known again, as its name; null where rows are always new. */
  keyOf: ((fields: F) => string) | null
  /** Rows of the workshop, without those that are put away. */
  list: (db: Db, who: Who) => Promise<Known<F>[]>
  /** Several lines that are one row, as the pieces of an order. */
  join?: (rows: readonly F[]) => { fields: F; from: number[] }[]
  /** What is wrong with a row beside the others. */
  objection?: (fields: F, known: readonly F[]) => { path: string; why: string } | null
  add: (db: Db, who: Who, fields: F, now: Date) => Promise<unknown>
  save: (db: Db, who: Who, row: Known<F>, now: Date) => Promise<unknown>
  /** What follows once all are in. */
  after?: (db: Db, who: Who, now: Date) => Promise<unknown>
  /** Rows of a table for one of them; one where nothing is said. */
  spread?: (fields: F) => F[]
}
