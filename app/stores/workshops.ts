import { forgetDevice } from '~/outbox/forgetDevice'
import type { NewWorkshopFields } from '~~/shared/schemas/house'
import type { OwnWorkshop } from '~~/shared/types/workshops'

/** The workshops that one belongs to; to go on in another is to begin anew there. */
export const useWorkshopsStore = defineStore('workshops', () => {
  const api = useApi()
  const workshops = ref<readonly OwnWorkshop[]>([])

  async function load(): Promise<void> {
    workshops.value = await api.get<OwnWorkshop[]>('/api/me/workshops')
  }
  /** What every store has read is of the workshop before, so the page is begun anew. */
  const beginAnew = (path = '/') => window.location.assign(path)
  async function goTo(id: number): Promise<void> {
    await api.post(`/api/me/workshops/${id}`, {})
    await forgetDevice()
    sessionStorage.clear()
    beginAnew()
  }
  async function create(fields: NewWorkshopFields): Promise<{ id: number }> {
    const made = await api.post<{ id: number }>('/api/me/workshops', fields)
    await load()
    return made
  }
  async function addYard(): Promise<void> {
    await api.post('/api/me/yard', {})
    await load()
  }
  /** Takes in the file of a workshop; its rows come while one goes on. */
  async function loadFile(file: File): Promise<{ id: number }> {
    const begun = await api.upload<{ id: number }>('/api/me/workshop-file', file)
    await load()
    return begun
  }
  async function stopFilling(): Promise<void> {
    await api.remove('/api/me/unfinished')
    await load()
  }
  async function join(secret: string): Promise<void> {
    const { id } = await api.post<{ id: number }>(`/api/invitation/${secret}/join`, {})
    await goTo(id)
  }
  /** @returns the name of the file in which it is kept, and whether one goes on in another */
  const remove = (name: string) =>
    api.post<{ keptAs: string | null; goesOn: boolean }>('/api/workshop/delete', { name })
  return {
    workshops: readonly(workshops),
    load,
    beginAnew,
    goTo,
    create,
    addYard,
    loadFile,
    stopFilling,
    join,
    remove,
  }
})
