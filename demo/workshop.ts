import type { OwnUnits } from '../core/units'

/** Oxbow Yard, a shared workshop in an old boat shed. Everybody and everything here is made up. */
export const WORKSPACE = {
  name: 'Oxbow Yard',
  time_zone: 'Europe/Dublin',
  currency: 'EUR',
  per_cup_ml: 2.5,
  reserve_pct: 6,
  cure_margin_pct: 0,
  labour_rate: '19.50',
  overhead_pct: 9,
  yield_pct: 93,
  guest_area_rate: '5.00',
  guest_box_rate: '1.40',
  guest_help_rate: '26.00',
  packaging: '1.85',
  fee_pct: 4.5,
  fee_fixed: '0.25',
  tax_pct: 23,
  margin_pct: 34,
} as const

export const DEMO_PASSWORD = 'meadow-lantern-42'

interface DemoPerson {
  signIn: string
  name: string
  role: 'manager' | 'maker' | 'guest'
  skills: string[]
  measure: { kind: 'scale' | 'cup'; step: number; tare: boolean }
  /** Metric where nothing is said. */
  units?: OwnUnits
  /** Weekdays (1 is Monday) with the hours somebody is there. */
  shifts: [number[], number, number][]
}

export const PEOPLE: DemoPerson[] = [
  {
    signIn: 'maren',
    name: 'Maren Oakhollow',
    role: 'manager',
    skills: ['pour', 'finish', 'pack'],
    measure: { kind: 'scale', step: 0.1, tare: true },
    shifts: [[[1, 2, 3, 4, 5], 9 * 60, 17 * 60]],
  },
  {
    signIn: 'tobin',
    name: 'Tobin Ferrow',
    role: 'maker',
    skills: ['pour', 'finish'],
    measure: { kind: 'scale', step: 1, tare: false },
    shifts: [
      [[1, 2, 3, 4], 8 * 60, 12 * 60],
      [[1, 2, 3, 4], 13 * 60, 18 * 60],
    ],
  },
  {
    signIn: 'wilda',
    name: 'Wilda Sparrowfield',
    role: 'maker',
    skills: ['pour', 'paint', 'pack'],
    measure: { kind: 'cup', step: 5, tare: true },
    shifts: [[[2, 3, 4, 5], 10 * 60, 18 * 60 + 30]],
  },
  {
    signIn: 'osric',
    name: 'Osric Penmarrow',
    role: 'maker',
    skills: ['finish', 'pack'],
    measure: { kind: 'scale', step: 1, tare: true },
    shifts: [
      [[1, 3, 5], 8 * 60 + 30, 16 * 60 + 30],
      [[6], 9 * 60, 13 * 60],
    ],
  },
  {
    signIn: 'jessamy',
    name: 'Jessamy Thrush',
    role: 'guest',
    skills: ['pour'],
    measure: { kind: 'scale', step: 0.5, tare: true },
    units: { mass: 'oz', volume: 'imp fl oz', length: 'in', temperature: '°F' },
    shifts: [
      [[2, 4], 17 * 60, 21 * 60],
      [[6], 10 * 60, 16 * 60],
    ],
  },
]

export const ROOMS = [
  { name: 'Pour room', day_c: 21.5, night_c: 17 },
  { name: 'Finishing room', day_c: 20, night_c: 15.5 },
] as const

export const STATIONS: { room: (typeof ROOMS)[number]['name']; name: string; kind: string }[] = [
  { room: 'Pour room', name: 'Long bench', kind: 'bench' },
  { room: 'Pour room', name: 'Window bench', kind: 'bench' },
  { room: 'Pour room', name: 'Level table one', kind: 'pour table' },
  { room: 'Pour room', name: 'Level table two', kind: 'pour table' },
  { room: 'Finishing room', name: 'Wet sander', kind: 'sander' },
  { room: 'Finishing room', name: 'Carpenter’s bench', kind: 'finishing bench' },
]

export const PLACES: {
  room: (typeof ROOMS)[number]['name']
  name: string
  kind: 'rack' | 'box'
  area_cm2: number
  box_c: number | null
  runs_from_min?: number
  runs_until_min?: number
}[] = [
  { room: 'Pour room', name: 'North rack', kind: 'rack', area_cm2: 9600, box_c: null },
  { room: 'Pour room', name: 'Stove rack', kind: 'rack', area_cm2: 6400, box_c: null },
  { room: 'Finishing room', name: 'Shed rack', kind: 'rack', area_cm2: 12000, box_c: null },
  {
    room: 'Pour room',
    name: 'Warm box',
    kind: 'box',
    area_cm2: 2800,
    box_c: 42,
    runs_from_min: 7 * 60,
    runs_until_min: 22 * 60,
  },
]

export const MOULDS = [
  { name: 'Bookend mould', count: 6, price: '31.00', life_uses: 60 },
  { name: 'Clock dial mould', count: 2, price: '46.50', life_uses: 35 },
  { name: 'Plaque mould', count: 8, price: '18.40', life_uses: 50 },
  { name: 'Drawer pull mould', count: 12, price: '6.20', life_uses: 80 },
  { name: 'Lamp base mould', count: 3, price: '72.00', life_uses: 30 },
  { name: 'Keepsake mould', count: 4, price: '24.75', life_uses: 45 },
  { name: 'Chess men mould', count: 2, price: '58.00', life_uses: 40 },
  { name: 'Pendulum mould', count: 4, price: '15.60', life_uses: 50 },
  { name: 'Bell mould in two halves', count: 1, price: '64.00', life_uses: 20 },
  { name: 'Drum to bend over', count: 2, price: '12.00', life_uses: 200 },
] as const

/** Small moulds that wait on the side for what the pots leave. */
export const FILLER_MOULDS = [
  {
    name: 'Button filler',
    count: 6,
    price: '2.10',
    life_uses: 120,
    shape: { kind: 'circle', diameterMm: 24, heightMm: 6 },
    filler_least_mm: 2,
    filler_greatest_mm: 6,
  },
  {
    name: 'Key tag filler',
    count: 4,
    price: '3.40',
    life_uses: 100,
    shape: { kind: 'rectangle', widthMm: 28, lengthMm: 52, cornerRadiusMm: 6, heightMm: 8 },
    filler_least_mm: 3,
    filler_greatest_mm: 7,
  },
  {
    name: 'Thimble stand filler',
    count: 2,
    price: '5.80',
    life_uses: 80,
    shape: { kind: 'frustum', bottomDiameterMm: 30, topDiameterMm: 38, heightMm: 26 },
    filler_least_mm: 8,
    filler_greatest_mm: 20,
  },
] as const

export const PIGMENTS = [
  {
    name: 'Moss mica',
    hex: '#5f7a4a',
    form: 'powder',
    price_per_g: '0.3100',
    density: null,
    bulk_density: '0.4800',
    drop_ml: null,
  },
  {
    name: 'Plum paste',
    hex: '#6b2f4f',
    form: 'paste',
    price_per_g: '0.4200',
    density: '1.3500',
    bulk_density: null,
    drop_ml: '0.0600',
  },
  {
    name: 'Chalk white paste',
    hex: '#f4f1ea',
    form: 'paste',
    price_per_g: '0.2200',
    density: '1.3500',
    bulk_density: null,
    drop_ml: '0.0600',
  },
  {
    name: 'Slate ink',
    hex: '#3d4a57',
    form: 'ink',
    price_per_g: '0.5600',
    density: '1.0400',
    bulk_density: null,
    drop_ml: '0.0450',
  },
  {
    name: 'Amber ink',
    hex: '#c8791f',
    form: 'ink',
    price_per_g: '0.5200',
    density: '1.0400',
    bulk_density: null,
    drop_ml: '0.0450',
  },
  {
    name: 'Copper mica',
    hex: '#a4582f',
    form: 'powder',
    price_per_g: '0.3400',
    density: null,
    bulk_density: '0.4800',
    drop_ml: null,
  },
  {
    name: 'Bottle green ink',
    hex: '#1f4d3a',
    form: 'ink',
    price_per_g: '0.5600',
    density: '1.0400',
    bulk_density: null,
    drop_ml: '0.0450',
  },
  {
    name: 'Soot paste',
    hex: '#26221f',
    form: 'paste',
    price_per_g: '0.2800',
    density: '1.3500',
    bulk_density: null,
    drop_ml: '0.0600',
  },
  {
    name: 'Straw mica',
    hex: '#cdb06a',
    form: 'powder',
    price_per_g: '0.3000',
    density: null,
    bulk_density: '0.4800',
    drop_ml: null,
  },
] as const
