import { MILESTONE_WORDS } from '../../core/trade'
import type { Happened, LiveEvent } from '../events'

/** What people call the fields of orders, recipes, resins and moulds. */
const FIELD_WORDS: Record<string, string> = {
  kind: 'what it is',
  title: 'its name',
  customer: 'for whom',
  promisedAt: 'the promise',
  state: 'the state',
  colours: 'the colours',
  note: 'the note',
  ownerId: 'whose it is',
  lines: 'the pieces',
  name: 'the name',
  shape: 'the shape',
  others: 'the set',
  footprintCm2: 'the room on the rack',
  mouldId: 'the mould',
  layers: 'the layers',
  steps: 'the steps',
  archived: 'whether it is offered',
  ratio: 'the ratio',
  densityA: 'the density of A',
  densityB: 'the density of B',
  tolerancePct: 'the tolerance',
  pourFirst: 'which part is poured first',
  referenceC: 'the temperature of its figures',
  activationKJ: 'how much warmth speeds it up',
  referencePotG: 'the pot of its figures',
  massExponent: 'how much a larger pot speeds it up',
  maxMixMl: 'the greatest mix',
  minDepthMm: 'the least depth',
  maxDepthMm: 'the greatest depth',
  kitMl: 'what a kit makes',
  kitPrice: 'the price of a kit',
  milestones: 'the times of curing',
  heatC: 'the warmth it bears',
  whiteHold: 'how well it holds white',
  stockMl: 'what is in the stores',
  leadDays: 'how long a new kit takes',
  viscosityA: 'how thick A is',
  viscosityB: 'how thick B is',
  clarity: 'how clear it is',
  yellowing: 'how it yellows',
  smell: 'how it smells',
  otherKits: 'the other kits',
  origins: 'where figures came from',
  count: 'how many there are',
  price: 'the price',
  lifeUses: 'how long it lasts',
  sizedHow: 'how it was measured',
  sizedFrom: 'what it was measured from',
  filler: 'whether surplus goes into it',
  signIn: 'the name to sign in with',
  role: 'the place in the workshop',
  helpsOthers: 'whether they help others',
  skills: 'the skills',
  shifts: 'the hours',
  dayC: 'how warm it is by day',
  nightC: 'how warm it is at night',
  dayFromMin: 'when the day begins',
  nightFromMin: 'when the night begins',
  roomId: 'the room',
  areaCm2: 'the area',
  boxC: 'how warm it is inside',
  runs: 'when it runs',
  hex: 'the colour',
  form: 'the form',
  pricePerG: 'the price of a gram',
  density: 'the density',
  bulkDensity: 'the density of the powder',
  dropMl: 'the size of a drop',
  timeZone: 'the time zone',
  currency: 'the currency',
  perCupMl: 'what stays in a cup',
  reservePct: 'the reserve',
  cureMarginPct: 'the margin on cures',
  yieldPct: 'the yield to begin with',
  labourRate: 'the wage',
  overheadPct: 'the overhead',
  packaging: 'the packing',
  feePct: 'the fee in per cent',
  feeFixed: 'the fixed fee',
  taxPct: 'the tax',
  marginPct: 'the margin',
  ...MILESTONE_WORDS,
}

/** A field as people call it. */
export const fieldWords = (field: string): string => FIELD_WORDS[field] ?? 'something else'

const listed = (words: readonly string[]) =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`

type Words = {
  [S in Happened['subject']]: Record<Extract<Happened, { subject: S }>['kind'], string>
}
/** Of rows that are kept in the house's lists. */
const HOUSE_WORDS = {
  added: 'added it',
  changed: 'changed',
  'put away': 'put it away',
  'brought back': 'brought it back',
  removed: 'removed it',
}
const WORDS: Words = {
  order: { taken: 'took the order', changed: 'changed', begun: 'began its first pot' },
  recipe: { written: 'wrote the recipe', changed: 'changed' },
  resin: { added: 'added the resin', changed: 'changed' },
  mould: { added: 'added the mould', changed: 'changed' },
  person: {
    added: 'added the person',
    changed: 'changed',
    'put away': 'noted that they left',
    'brought back': 'noted that they are back',
    removed: 'removed the person',
    invited: 'made an invitation',
    'let in': 'chose a password',
  },
  room: HOUSE_WORDS,
  station: HOUSE_WORDS,
  place: HOUSE_WORDS,
  pigment: HOUSE_WORDS,
  workshop: { 'set up': 'set up the workshop', changed: 'changed' },
  pots: { arranged: 'pots were arranged', gathered: 'gathered pots' },
  plan: { made: 'planned', accepted: 'accepted a plan', 'brought back': 'brought a plan back' },
  proposal: {
    asked: 'asked for a plan',
    'worked out': 'a plan was worked out',
    'let go': 'let a plan go',
  },
  run: {
    begun: 'began the pot',
    'gone on': 'went on with the pot',
    poured: 'laid the pieces down',
    'given up': 'gave the pot up',
  },
  piece: {
    demoulded: 'demoulded it',
    judged: 'judged it',
    'taken back': 'took the last step back',
    moved: 'moved it',
    noted: 'wrote a note',
    photographed: 'photographed it',
  },
}

/** What somebody did, to be read behind their name. */
export function eventWords(event: LiveEvent): string {
  const words = (WORDS[event.subject] as Record<string, string>)[event.kind] ?? 'changed it'
  if (event.kind !== 'changed') return words
  return event.changed.length === 0
    ? 'saved it without a change'
    : `changed ${listed([...new Set(event.changed.map(fieldWords))])}`
}
