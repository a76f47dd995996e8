import type { Awaited, Tool } from '../trade'
import { CAUTION_WORDS } from './cautionWords'

/** What can be about to be done. */
export const CAUTION_STEPS = [
  'layout',
  'weigh',
  'stir',
  'tint',
  'rest',
  'pour',
  'heat',
  'drip',
  'untape',
  'carry',
  'demould',
  'trim',
  'sand',
  'coat',
  'oil',
  'pack',
  'dispose',
] as const
export type CautionStep = (typeof CAUTION_STEPS)[number]

export type CautionLevel = 'stop' | 'warn' | 'note'

/** A caution of the studio's own, at one step. */
export interface StudioCaution {
  step: CautionStep
  code: string
  text: string
}

/** What is known of what is about to be done; what is not known is absent or null. */
export interface CautionRequest {
  step: CautionStep
  tool?: Tool | null
  onSilicone?: boolean | null
  alcoholNear?: boolean | null
  looseFlakes?: boolean | null
  openPourInRoom?: boolean | null
  /** The last milestone that the piece has surely reached. */
  reached?: Awaited | null
  mixMl?: number | null
  maxMixMl?: number | null
  hasPowder?: boolean | null
  foodContact?: boolean | null
  isMinor?: boolean | null
  gloveIsSticky?: boolean | null
  coldResin?: boolean | null
  /** How far the real ratio is off the one that is asked for, per cent of it. */
  offRatioPct?: number | null
  tolerancePct?: number | null
  hoursSinceWax?: number | null
  studio?: StudioCaution[] | null
}

export interface Caution {
  code: string
  level: CautionLevel
  text: string
}

interface Rule {
  code: keyof typeof CAUTION_WORDS
  level: CautionLevel
  /** At which steps; absent for all. */
  at?: readonly CautionStep[]
  when?: (request: CautionRequest) => boolean
}

const WITH_LIQUID = ['weigh', 'stir', 'tint', 'pour', 'drip', 'coat', 'dispose'] as const
const STARTING_TOLERANCE_PCT = 3
const WAX_HOLDS_H = 24
const hasTool = (tool: CautionRequest['tool']) => (request: CautionRequest) => request.tool === tool

/** In the order in which they are told: stops, warnings, notes. */
const RULES: readonly Rule[] = [
  {
    code: 'minor',
    level: 'stop',
    at: ['weigh', 'stir', 'tint', 'rest', 'pour', 'heat', 'drip', 'coat', 'dispose'],
    when: ({ isMinor }) => isMinor === true,
  },
  {
    code: 'flame-alcohol',
    level: 'stop',
    at: ['heat'],
    when: ({ tool, alcoholNear }) => tool === 'torch' && alcoholNear === true,
  },
  {
    code: 'flame-silicone',
    level: 'stop',
    at: ['heat'],
    when: ({ tool, onSilicone }) => tool === 'torch' && onSilicone === true,
  },
  {
    code: 'flame-glove',
    level: 'stop',
    at: ['heat'],
    when: ({ tool, gloveIsSticky }) => tool === 'torch' && gloveIsSticky === true,
  },
  {
    code: 'sand-uncured',
    level: 'stop',
    at: ['sand'],
    when: ({ reached }) => isKnown(reached) && reached !== 'sand' && reached !== 'full',
  },
  {
    code: 'sand-open-pour',
    level: 'stop',
    at: ['sand'],
    when: ({ openPourInRoom }) => openPourInRoom === true,
  },
  {
    code: 'over-max-mix',
    level: 'stop',
    at: ['weigh', 'stir'],
    when: ({ mixMl, maxMixMl }) => isKnown(mixMl) && isKnown(maxMixMl) && mixMl > maxMixMl,
  },
  {
    code: 'off-ratio',
    level: 'stop',
    at: ['stir', 'tint', 'pour', 'coat'],
    when: ({ offRatioPct, tolerancePct }) =>
      isKnown(offRatioPct) && Math.abs(offRatioPct) > (tolerancePct ?? STARTING_TOLERANCE_PCT),
  },
  {
    code: 'flakes-blow',
    level: 'warn',
    at: ['heat'],
    when: ({ looseFlakes }) => looseFlakes === true,
  },
  { code: 'flame', level: 'warn', at: ['heat'], when: hasTool('torch') },
  { code: 'hot-air', level: 'warn', at: ['heat'], when: hasTool('hot-air') },
  { code: 'mist', level: 'warn', at: ['heat'], when: hasTool('mist') },
  {
    code: 'powder-mask',
    level: 'warn',
    at: ['tint'],
    when: ({ hasPowder }) => hasPowder === true,
  },
  { code: 'dust-mask', level: 'warn', at: ['sand'] },
  { code: 'hot-knife', level: 'warn', at: ['trim', 'untape'] },
  { code: 'warm-cup', level: 'warn', at: ['rest', 'pour'] },
  {
    code: 'cold-resin',
    level: 'warn',
    at: ['weigh', 'stir'],
    when: ({ coldResin }) => coldResin === true,
  },
  {
    code: 'still-bends',
    level: 'warn',
    at: ['demould', 'carry'],
    when: ({ reached }) => isKnown(reached) && reached !== 'full',
  },
  {
    code: 'wax-age',
    level: 'warn',
    at: ['pour'],
    when: ({ hoursSinceWax }) => isKnown(hoursSinceWax) && hoursSinceWax > WAX_HOLDS_H,
  },
  {
    code: 'food',
    level: 'warn',
    at: ['oil', 'pack'],
    when: ({ foodContact }) => foodContact === true,
  },
  { code: 'skin', level: 'note', at: WITH_LIQUID },
  { code: 'vapour', level: 'note', at: ['stir', 'pour', 'heat', 'coat'] },
  { code: 'waste', level: 'note', at: ['dispose'] },
]

function isKnown<T>(value: T | null | undefined): value is T {
  return value !== null && value !== undefined
}

/**
 * What must be said before a step: stops first, then warnings, then notes; the studio's own before
 * the last, which defers to the data sheet. None can be taken away.
 * Source: the usual cautions of the trade; safety data sheets, local rules and licensed
 * professionals decide, and the tolerance and the age of wax are starting values.
 * @param request what is about to be done; ml, per cent, hours
 * @returns codes, levels and a sentence for each
 * @throws nothing; the schema refuses unknown steps, tools and milestones
 * @example cautions({ step: 'layout' }).cautions // the data sheet alone
 */
export function cautions(request: CautionRequest): { cautions: Caution[] } {
  const { step, studio } = request
  const own = (studio ?? []).flatMap((one): Caution[] =>
    one.step === step ? [{ code: one.code, level: 'note', text: one.text }] : [],
  )
  const told = RULES.filter(
    ({ at, when }) => (at === undefined || at.includes(step)) && (when?.(request) ?? true),
  ).map(({ code, level }): Caution => ({ code, level, text: CAUTION_WORDS[code] }))
  const last: Caution = { code: 'data-sheet', level: 'note', text: CAUTION_WORDS['data-sheet'] }
  return { cautions: [...told, ...own, last] }
}
