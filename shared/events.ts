/** What can have happened, by what it happened to. */
export const EVENT_KINDS = {
  order: [
    'taken',
    'changed',
    'begun',
    'quoted',
    'agreed',
    'declined',
    'paid',
    'refunded',
    'payment taken back',
    'market thought',
    'market told',
  ],
  recipe: ['written', 'changed'],
  resin: ['added', 'changed', 'put away', 'brought back', 'removed'],
  mould: ['added', 'changed', 'put away', 'brought back', 'removed'],
  person: [
    'added',
    'changed',
    'put away',
    'brought back',
    'removed',
    'invited',
    'let in',
    'second factor on',
    'second factor off',
  ],
  room: ['added', 'changed', 'put away', 'brought back', 'removed'],
  station: ['added', 'changed', 'put away', 'brought back', 'removed'],
  place: ['added', 'changed', 'put away', 'brought back', 'removed'],
  pigment: ['added', 'changed', 'put away', 'brought back', 'removed'],
  material: ['added', 'changed', 'put away', 'brought back', 'removed'],
  customer: ['added', 'changed', 'put away', 'brought back', 'removed'],
  holiday: ['added', 'changed', 'put away', 'brought back', 'removed'],
  letter: ['written', 'sent', 'not sent'],
  workshop: ['set up', 'changed', 'loaded'],
  pots: ['arranged', 'gathered'],
  plan: ['made', 'accepted', 'followed', 'slips', 'brought back'],
  proposal: ['asked', 'worked out', 'let go'],
  run: ['begun', 'gone on', 'poured', 'given up'],
  work: ['begun', 'done', 'skipped', 'put off', 'taken back'],
  piece: [
    'demoulded',
    'judged',
    'taken back',
    'moved',
    'noted',
    'photographed',
    'touched',
    'looked at',
  ],
  reading: ['noted'],
  purchase: ['ordered', 'received', 'closed', 'terms'],
  stock: ['bought', 'changed', 'drawn', 'counted', 'told', 'taken back'],
} as const

export type Subject = keyof typeof EVENT_KINDS
export const SUBJECTS = Object.keys(EVENT_KINDS) as Subject[]

/** Something that happened to something of a kind. */
export type Happened = {
  [S in Subject]: { subject: S; kind: (typeof EVENT_KINDS)[S][number] }
}[Subject]

export type LiveEvent = Happened & {
  /** Rises by one with each in the order in which they became true. */
  number: number
  /** The row that it happened to; null where it is about several. */
  id: number | null
  /** Who did it; null where it followed from something else. */
  by: string | null
  at: string
  /** Which fields are others than before. */
  changed: readonly string[]
}
