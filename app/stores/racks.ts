import { keepLive } from '~/live/happened'
import type { TouchInput, Verdict } from '~~/shared/schemas/pieces'
import type { CureView, PieceLog, PieceRow } from '~~/shared/types/pieces'

/** What lies where in the workshop, and what was done to it. */
export const useRackStore = defineStore('racks', () => {
  const api = useApi()
  const pieces = ref<PieceRow[]>([])
  const loaded = ref(false)

  async function load(): Promise<void> {
    pieces.value = await api.get<PieceRow[]>('/api/pieces')
    loaded.value = true
  }
  async function act(piece: { id: number }, path: string, body: object): Promise<PieceLog> {
    const log = await api.post<PieceLog>(`/api/pieces/${piece.id}/${path}`, body)
    await load()
    return log
  }
  /** @param soItIs the piece is poured whole, whatever the log says */
  const demould = (piece: { id: number; version: number }, note = '', soItIs = false) =>
    act(piece, 'demould', { version: piece.version, note, soItIs })
  /** @param soItIs the piece is finished, whatever the log says */
  const judge = (
    piece: { id: number; version: number },
    verdict: Verdict,
    note: string,
    soItIs = false,
  ) => act(piece, 'judge', { version: piece.version, verdict, note, soItIs })
  const takeBack = (piece: { id: number; version: number }) =>
    act(piece, 'take-back', { version: piece.version, note: '' })
  const move = (piece: { id: number; version: number }, placeId: number) =>
    act(piece, 'move', { version: piece.version, placeId })
  const note = (piece: { id: number }, text: string) => act(piece, 'note', { note: text })
  const photograph = (piece: { id: number }, file: Blob) =>
    api.upload<PieceLog>(`/api/pieces/${piece.id}/photos`, file)
  const log = (id: number) => api.get<PieceLog>(`/api/pieces/${id}`)
  const cure = (id: number) => api.get<CureView | null>(`/api/pieces/${id}/cure`)
  /** What a finger found. */
  const touch = (piece: { id: number }, found: TouchInput) => act(piece, 'touch', found)
  keepLive(
    ({ subject, kind }) =>
      subject === 'piece' || subject === 'reading' || (subject === 'run' && kind !== 'begun'),
    () => loaded.value,
    load,
  )
  return {
    pieces: readonly(pieces),
    loaded: readonly(loaded),
    load,
    demould,
    judge,
    takeBack,
    move,
    note,
    photograph,
    log,
    cure,
    touch,
  }
})
