import { stringify } from 'csv-stringify/sync'
import { valueAt, type SheetStyle } from '../../../shared/exchange/columns'
import type { Imported, ImportPreview, SheetKind } from '../../../shared/types/exchangeSheets'
import type { Db } from '../../db/rows'
import { getRules } from '../../db/workspaces'
import { inSnapshot, inTurn } from '../transactions'
import type { Who } from '../Who'
import { customersSheet, materialsSheet, peopleSheet, pigmentsSheet } from './houseSheets'
import { take, understand } from './importSheet'
import { ordersSheet } from './ordersSheet'
import type { Sheet } from './Sheet'
import { mouldsSheet, resinsSheet } from './storeSheets'

type AnySheet = Sheet<object>
const SHEETS = {
  people: peopleSheet,
  materials: materialsSheet,
  resins: resinsSheet,
  pigments: pigmentsSheet,
  moulds: mouldsSheet,
  customers: customersSheet,
} as const

/** The sheet of a kind in a workshop, and how it writes days and decimals. */
async function sheetOf(
  db: Db,
  who: Who,
  kind: SheetKind,
): Promise<{ sheet: AnySheet; style: SheetStyle }> {
  const { dateStyle, decimalMark, timeZone } = await getRules(db, who.workspaceId)
  const sheet = kind === 'orders' ? await ordersSheet(db, who, timeZone) : SHEETS[kind]
  return { sheet: sheet as unknown as AnySheet, style: { dateStyle, decimalMark } }
}

interface File {
  text: string
  columns: readonly (string | null)[] | null
}

/** What would come of a file; nothing is changed. */
export const previewImport = (who: Who, kind: SheetKind, file: File): Promise<ImportPreview> =>
  inSnapshot(async (db) => {
    const { sheet, style } = await sheetOf(db, who, kind)
    return (await understand(db, who, sheet, file, style)).preview
  })

/** Takes a file, all of it or, where lines are wrong and not to be left out, none of it. */
export const importFile = (
  who: Who,
  kind: SheetKind,
  { leaveOut, ...file }: File & { leaveOut: boolean },
  now: Date,
): Promise<Imported> =>
  inTurn(who.workspaceId, async (trx) => {
    const { sheet, style } = await sheetOf(trx, who, kind)
    return take(trx, who, sheet, await understand(trx, who, sheet, file, style), leaveOut, now)
  })

/**
 * Everything of a kind as a table that spreadsheets open: in the workshop's own way of writing, with
 * a byte order mark, and with nothing that one of them would take for a formula.
 */
export const exportFile = (who: Who, kind: SheetKind): Promise<string> =>
  inSnapshot(async (db) => {
    const { sheet, style } = await sheetOf(db, who, kind)
    const rows = (await sheet.list(db, who)).flatMap((row) => sheet.spread?.(row) ?? [row])
    return stringify(
      rows.map((row) =>
        sheet.columns.map((column) => column.write(valueAt(row, column.path), style)),
      ),
      {
        header: true,
        columns: sheet.columns.map(({ head }) => head),
        bom: true,
        delimiter: style.decimalMark === ',' ? ';' : ',',
        escape_formulas: true,
        record_delimiter: 'windows',
      },
    )
  })
