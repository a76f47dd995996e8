import type { HouseFields, HouseKind } from '~~/shared/schemas/house'
import type { Subject } from '~~/shared/events'

/** What is told of each of the house's lists. */
interface HouseList<K extends HouseKind> {
  title: string
  note: string
  /** What one of them is called, with its article. */
  one: string
  subject: Subject
  blank: () => HouseFields[K]
}

const DAY_FROM = 7 * 60
const NIGHT_FROM = 21 * 60

export const HOUSE_LISTS: { [K in HouseKind]: HouseList<K> } = {
  people: {
    title: 'People',
    note: 'Who works here, what they can do and when they are there. The planner gives work to nobody else.',
    one: 'a person',
    subject: 'person',
    blank: () => ({
      name: '',
      signIn: '',
      role: 'maker',
      helpsOthers: true,
      wage: null,
      skills: ['pour'],
      shifts: [],
      rounds: [],
      otherwise: [],
    }),
  },
  rooms: {
    title: 'Rooms',
    note: 'How warm it is where things are mixed and cure. Cures are planned for the coldest night, pot lives for the warmest day.',
    one: 'a room',
    subject: 'room',
    blank: () => ({
      name: '',
      dayC: 20,
      nightC: 17,
      dayFromMin: DAY_FROM,
      nightFromMin: NIGHT_FROM,
      season: null,
    }),
  },
  stations: {
    title: 'Stations',
    note: 'Where hands work. Every pot is mixed at a bench and poured at a pour table; dust flies at a sander, and never beside an open pour in the same room.',
    one: 'a station',
    subject: 'station',
    blank: () => ({ name: '', kind: 'bench', roomId: 0 }),
  },
  places: {
    title: 'Racks and boxes',
    note: 'Where pieces lie while they cure, level and undisturbed.',
    one: 'a place',
    subject: 'place',
    blank: () => ({
      name: '',
      kind: 'rack',
      roomId: 0,
      areaCm2: 4000,
      shelves: [],
      boxC: null,
      runs: null,
    }),
  },
  pigments: {
    title: 'Pigments',
    note: 'What colours the resin; a load is per cent of the mix by weight.',
    one: 'a pigment',
    subject: 'pigment',
    blank: () => ({
      name: '',
      hex: '#7a7f6a',
      form: 'paste',
      pricePerG: '0.00',
      density: null,
      bulkDensity: null,
      dropMl: null,
      tipG: null,
      squirtG: null,
      scoopG: null,
      note: '',
      trials: [],
    }),
  },
  materials: {
    title: 'Materials',
    note: 'What goes into pieces or is used up beside them: bases, stones, leaf, hardware, tape, gloves, cups.',
    one: 'a material',
    subject: 'material',
    blank: () => ({
      name: '',
      kind: '',
      unit: 'piece',
      packSize: 1,
      packPrice: '0.00',
      supplier: '',
      leadDays: 0,
      note: '',
    }),
  },
  customers: {
    title: 'Customers',
    note: 'For whom the workshop makes. Whoever an order is taken for stands here by themselves.',
    one: 'a customer',
    subject: 'customer',
    blank: () => ({ name: '', address: '', email: '', phone: '', note: '' }),
  },
  holidays: {
    title: 'Closed days',
    note: 'Days on which nobody is there: holidays, a fair, the week between the years. Cures go on.',
    one: 'closed days',
    subject: 'holiday',
    blank: () => ({ name: '', from: '', until: '' }),
  },
}
