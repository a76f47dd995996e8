import type { CupPigment, DoseUnit, PourHow, Share, Stir, Tool } from '~~/core/trade'

/** How a pour is told: as the hand does it. */
export const HOW_WORDS: Record<PourHow, string> = {
  flood: 'flood it',
  puddle: 'a puddle',
  ring: 'a ring',
  line: 'a line',
  dots: 'dots',
  barrier: 'a barrier strip',
  drizzle: 'a drizzle',
  spoon: 'spooned in',
  brush: 'brushed on',
  patch: 'a test patch',
  tilt: 'tilted over the edge',
}
/** The same for what a run kept. */
export const howWords = (how: string): string => HOW_WORDS[how as PourHow] ?? how

export const TOOL_WORDS: Record<Tool, string> = {
  torch: 'torch',
  'hot-air': 'hot air',
  mist: 'alcohol mist',
}
export const UNIT_WORDS: Record<DoseUnit, string> = {
  g: 'g',
  drop: 'drops',
  tip: 'stick tips',
  squirt: 'squirts',
  teaspoon: 'teaspoons',
  scoop: 'scoops',
}
/** The same for what a run kept. */
export const unitWords = (unit: string): string => UNIT_WORDS[unit as DoseUnit] ?? unit

export const STIR_WORDS: Record<Stir, string> = {
  through: 'stirred through',
  swirl: 'swirled once',
  no: 'left in layers',
}

/** How much of the mix or the cup, in words. */
export const shareWords = (share: Share | null): string =>
  share === null
    ? ''
    : 'rest' in share
      ? 'the rest'
      : 'pct' in share
        ? `${writtenNumber(share.pct, 1)} %`
        : figure(share.ml, 'ml', 1)

/** A dose as the maker counts it. @param name of the pigment */
export const doseWords = ({ dose }: Pick<CupPigment, 'dose'>, name: string): string =>
  'loadPct' in dose
    ? `${name} ${plainNumber(dose.loadPct)} %`
    : 'n' in dose
      ? `${name} ${plainNumber(dose.n)} ${UNIT_WORDS[dose.unit]}`
      : `${name} ${plainNumber(dose.per30Ml)} ${UNIT_WORDS[dose.unit]} to 30 ml`
