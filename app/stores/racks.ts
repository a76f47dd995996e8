import { keepLive } from '~/live/happened'
import type { Route } from '~~/core/rework'
import type { FrontInput, MarkInput, TouchInput, Verdict } from '~~/shared/schemas/pieces'
import type { RunView } from '~~/shared/types/runs'
import type { CureView, PieceLog, PieceRow } from '~~/shared/types/pieces'

/** How a piece turned out. */
export interface Judging {
  verdict: Verdict
  note: string
  /** Which piece of a set; absent for all of it. */
  part?: string
  /** How it is mended. */
  route?: Route
  /** It is finished, whatever the log says. */
  soItIs: boolean
}

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
  const judge = (piece: { id: number; version: number }, judging: Judging) =>
    act(piece, 'judge', { version: piece.version, ...judging })
  const mark = (piece: { id: number }, seen: MarkInput) => act(piece, 'mark', seen)
  const settleFront = (piece: { id: number }, front: FrontInput) => act(piece, 'front', front)
  /** So many more of the same are made. */
  const makeMore = (piece: { id: number }, more: number) => act(piece, 'spare', { more })
  const takeBack = (piece: { id: number; version: number }) =>
    act(piece, 'take-back', { version: piece.version, note: '' })
  const move = (piece: { id: number; version: number }, placeId: number) =>
    act(piece, 'move', { version: piece.version, placeId })
  const note = (piece: { id: number }, text: string) => act(piece, 'note', { note: text })
  const photograph = (piece: { id: number }, file: Blob) =>
    api.upload<PieceLog>(`/api/pieces/${piece.id}/photos`, file)
  /** How a pot was mixed and poured that a piece is of. */
  const run = (id: number) => api.get<RunView>(`/api/runs/${id}`)
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
    mark,
    settleFront,
    makeMore,
    takeBack,
    move,
    note,
    photograph,
    log,
    run,
    cure,
    touch,
  }
})
