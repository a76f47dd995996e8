import type { Imported, ImportPreview, SheetKind } from '~~/shared/types/exchangeSheets'

/** Tables that come in and go out. */
export const useExchangeStore = defineStore('exchange', () => {
  const api = useApi()
  const send = <T>(kind: SheetKind, file: object) => api.post<T>(`/api/import/${kind}`, file)
  const preview = (kind: SheetKind, text: string, columns: (string | null)[] | null) =>
    send<ImportPreview>(kind, { text, columns, apply: false, leaveOut: false })
  const take = (
    kind: SheetKind,
    text: string,
    columns: (string | null)[] | null,
    leaveOut: boolean,
  ) => send<Imported>(kind, { text, columns, apply: true, leaveOut })
  return { preview, take }
})
