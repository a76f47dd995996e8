import { temperatureAt } from '~~/core/cure'
import { MINUTES_PER_HOUR } from '~~/core/units'
import type { NewReading } from '~~/shared/schemas/climate'
import type { Reading } from '~~/shared/types/climate'
import { keepLive } from '~/live/happened'

/** How warm it is in rooms and heated boxes, as it was measured lately. */
export const useClimateStore = defineStore('climate', () => {
  const api = useApi()
  const workshop = useWorkshopStore()
  const { localNow } = useWhen()
  const readings = shallowRef<readonly Reading[]>([])
  const loaded = ref(false)

  async function load(): Promise<void> {
    readings.value = await api.get<Reading[]>('/api/readings')
    loaded.value = true
  }
  async function note(reading: NewReading): Promise<void> {
    readings.value = await api.post<Reading[]>('/api/readings', reading)
  }
  /** Every room with racks and every heated box, with what it is expected to be and was found. */
  const wheres = computed(() => {
    const rooms = new Map(
      workshop.placesInUse
        .filter((place) => place.kind === 'rack')
        .map((place) => [place.roomId, place]),
    )
    const minute = localNow().hour * MINUTES_PER_HOUR + localNow().minute
    return [
      ...[...rooms.values()].map((place) => ({
        name: place.roomName,
        roomId: place.roomId as number | null,
        placeId: null as number | null,
        climate: place.climate,
      })),
      ...workshop.placesInUse
        .filter((place) => place.kind === 'box')
        .map((place) => ({
          name: place.name,
          roomId: null as number | null,
          placeId: place.id as number | null,
          climate: place.climate,
        })),
    ].map(({ climate, ...where }) => ({
      ...where,
      expectedC: temperatureAt(climate, minute),
      last:
        readings.value.findLast(
          (reading) => reading.roomId === where.roomId && reading.placeId === where.placeId,
        ) ?? null,
    }))
  })
  keepLive(
    ({ subject }) => subject === 'reading',
    () => loaded.value,
    load,
  )
  return { wheres, loaded: readonly(loaded), load, note }
})
