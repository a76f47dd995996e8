import type { Beginning, HouseFields } from '../../../shared/schemas/house'

type InRoom<F> = Omit<F, 'roomId'> & { room: string }

/** What a workshop begins with; everything can be changed or put away afterwards. */
interface Start {
  rooms: HouseFields['rooms'][]
  stations: InRoom<HouseFields['stations']>[]
  places: InRoom<HouseFields['places']>[]
  /** Of the first manager. */
  skills: string[]
  shifts: HouseFields['people']['shifts']
}

const hours = (days: readonly number[], from: number, to: number) =>
  days.map((weekday) => ({ weekday, fromMin: from * 60, toMin: to * 60 }))
const room = (name: string, dayC: number, nightC: number) => ({
  name,
  dayC,
  nightC,
  dayFromMin: 7 * 60,
  nightFromMin: 21 * 60,
  season: null,
})
const rack = (name: string, where: string, areaCm2: number) => ({
  name,
  kind: 'rack' as const,
  room: where,
  areaCm2,
  shelves: [],
  boxC: null,
  runs: null,
})
const station = (name: string, kind: string, where: string) => ({ name, kind, room: where })

const WORKROOM = 'Workroom'
const DUST = 'Where dust may fly'
const [POURING, FINISHING] = ['Pour room', 'Finishing room']
const WEEKDAYS = [1, 2, 3, 4, 5]
const SATURDAY = 6

/** Ordinary starting values, by how somebody works. */
export const STARTS: Record<Beginning, Start> = {
  table: {
    rooms: [room(WORKROOM, 20, 18), room(DUST, 18, 12)],
    stations: [
      station('Table', 'bench', WORKROOM),
      station('Level board', 'pour table', WORKROOM),
      station('Table, cleared', 'finishing bench', WORKROOM),
      station('Sanding corner', 'sander', DUST),
    ],
    places: [rack('Shelf', WORKROOM, 2400)],
    skills: ['finish', 'pack', 'paint', 'pour'],
    shifts: [...hours(WEEKDAYS, 18, 21), ...hours([SATURDAY], 10, 16)],
  },
  shared: {
    rooms: [room(POURING, 21, 17), room(FINISHING, 20, 15)],
    stations: [
      station('Bench', 'bench', POURING),
      station('Level table', 'pour table', POURING),
      station('Finishing bench', 'finishing bench', FINISHING),
      station('Sander', 'sander', FINISHING),
    ],
    places: [rack('Rack one', POURING, 8000), rack('Rack two', FINISHING, 8000)],
    skills: ['finish', 'pack', 'pour'],
    shifts: hours(WEEKDAYS, 9, 17),
  },
  empty: { rooms: [], stations: [], places: [], skills: [], shifts: [] },
}
