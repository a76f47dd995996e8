import { keepLive } from '~/live/happened'
import type { ResinRow, TouchedResin } from '~~/shared/types/resins'
import type { ResinFields } from '~~/shared/schemas/resins'

/** The resins of the stores. */
export const useResinStore = defineStore('resins', () => {
  const api = useApi()
  const resins = ref<ResinRow[]>([])
  const loaded = ref(false)
  const byId = computed<ReadonlyMap<number, ResinRow>>(
    () => new Map(resins.value.map((resin) => [resin.id, resin])),
  )

  /** Those that are offered: what is put away is only remembered. */
  const offered = computed(() => resins.value.filter(({ archivedAt }) => archivedAt === null))

  async function load(): Promise<void> {
    resins.value = await api.get<ResinRow[]>('/api/resins')
    loaded.value = true
  }
  const keep = (saved: ResinRow) => {
    resins.value = [...resins.value.filter((resin) => resin.id !== saved.id), saved].sort((x, y) =>
      x.name.localeCompare(y.name),
    )
    return saved
  }
  const create = async (fields: ResinFields) =>
    keep(await api.post<ResinRow>('/api/resins', fields))
  const save = async (id: number, fields: ResinFields & { version: number }) =>
    keep(await api.put<ResinRow>(`/api/resins/${id}`, fields))
  /** How its own clock goes, by what fingers found. */
  const touched = (id: number) => api.get<TouchedResin>(`/api/resins/${id}/touched`)
  keepLive(
    ({ subject }) => subject === 'resin',
    () => loaded.value,
    load,
  )
  return { resins, offered, loaded: readonly(loaded), byId, load, create, save, keep, touched }
})
