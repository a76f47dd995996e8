import type { Pigment, Mould } from '~~/core/batch'
import type { Workshop } from '~~/shared/types'

/** House rules, people, places and colours: what every screen draws and computes with. */
export const useWorkshopStore = defineStore('workshop', () => {
  const api = useApi()
  const workshop = shallowRef<Workshop | null>(null)

  async function load(): Promise<void> {
    workshop.value ??= await api.get<Workshop>('/api/workshop')
  }
  const byId = <T extends { id: number }>(list: readonly T[] | undefined) => new Map((list ?? []).map((one) => [one.id, one]))
  const pigments = computed<ReadonlyMap<number, Pigment>>(() => byId(workshop.value?.pigments))
  const moulds = computed<ReadonlyMap<number, Mould>>(() => byId(workshop.value?.moulds))
  const people = computed(() => byId(workshop.value?.people))
  const places = computed(() => byId(workshop.value?.places))
  const timeZone = computed(() => workshop.value?.timeZone ?? 'UTC')
  /** The warmest that the bench gets. */
  const warmC = computed(() => Math.max(...(workshop.value?.places ?? []).map(({ climate }) => ('dayC' in climate ? climate.dayC : -Infinity))))
  return { workshop: readonly(workshop), rules: computed(() => workshop.value?.rules ?? null), load, pigments, moulds, people, places, timeZone, warmC }
})
