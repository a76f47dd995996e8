import type { SheetKind } from '~~/shared/types/exchangeSheets'

/** What is told of each table that comes in and goes out: its name, and where its rows are looked at. */
export const SHEETS: Readonly<Record<SheetKind, { title: string; path: string; one: string }>> = {
  people: { title: 'People and their hours', path: '/house/people', one: 'person' },
  materials: { title: 'Materials', path: '/house/materials', one: 'material' },
  resins: { title: 'Resins', path: '/stores/resins', one: 'resin' },
  pigments: { title: 'Pigments', path: '/house/pigments', one: 'pigment' },
  moulds: { title: 'Moulds', path: '/sizing', one: 'mould' },
  customers: { title: 'Customers', path: '/house/customers', one: 'customer' },
  orders: { title: 'Orders', path: '/orders', one: 'order' },
}

/** The text of a file: as UTF-8, or as spreadsheets of the West wrote it before that. */
export function textOfFile(bytes: ArrayBuffer): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}
