import { CARD_PAPER_NAMES, CARD_PAPERS, LABEL_PAPER_NAMES, LABEL_PAPERS } from '~~/shared/paper'
import type { RulesFields } from '~~/shared/schemas/house'

type NumberRule = {
  [K in keyof RulesFields]: RulesFields[K] extends number ? K : never
}[keyof RulesFields]
type SumRule =
  'labourRate' | 'packaging' | 'feeFixed' | 'guestAreaRate' | 'guestBoxRate' | 'guestHelpRate'

/** A rule of the house: what it is, what it begins with, and what depends on it. */
export type RuleLine = {
  label: string
  /** An ordinary starting value, as it is told. */
  start: string
  needs: string
} & ({ key: Exclude<NumberRule, 'version'>; unit: string } | { key: SumRule })

/** The rules that mixes, cures and promises go by. */
export const WORK_RULES: readonly RuleLine[] = [
  {
    key: 'measureMin',
    label: 'measuring a pot',
    unit: 'min',
    start: '4 min',
    needs: 'How long the plan gives the hands for both parts, and what they cost',
  },
  {
    key: 'heatPassMin',
    label: 'a heat pass',
    unit: 'min',
    start: '2 min',
    needs: 'How long the plan gives the hands for one pass over a pot’s pieces',
  },
  {
    key: 'pigmentCapPct',
    label: 'most pigment',
    unit: '%',
    start: '10 %; what the resin’s sheet says comes first',
    needs: 'More than this is warned of on recipes and pots',
  },
  {
    key: 'reservePct',
    label: 'reserve',
    unit: '%',
    start: '5 %',
    needs: 'How much more is mixed of every pot than the pieces take',
  },
  {
    key: 'perCupMl',
    label: 'stays in a cup',
    unit: 'ml',
    start: '3 ml',
    needs: 'Added to every mix for each cup that it is poured from',
  },
  {
    key: 'cureMarginPct',
    label: 'margin on cures',
    unit: '%',
    start: '0 %',
    needs:
      'How much longer a cure is planned than nine in ten take by the resin’s figures: a margin of your own beside what is known',
  },
  {
    key: 'yieldPct',
    label: 'pieces that turn out good',
    unit: '%',
    start: '95 %, until the log knows better',
    needs: 'The odds of promises, and the cost of a good piece',
  },
  {
    key: 'spareSurePct',
    label: 'sure that enough come out',
    unit: '%',
    start: '90 %; 0 % for no spares',
    needs: 'How many spares are proposed with every line of an order',
  },
]

/** The rules that costs and prices go by. */
export const PRICE_RULES: readonly RuleLine[] = [
  {
    key: 'labourRate',
    label: 'an hour of work',
    start: 'what you pay yourselves',
    needs: 'The cost of every piece, where nobody’s own wage is known',
  },
  {
    key: 'overheadPct',
    label: 'overhead',
    unit: '%',
    start: '0 %',
    needs: 'Added to material and work: rent, power, tools',
  },
  { key: 'packaging', label: 'packing of a piece', start: '0', needs: 'The cost of every piece' },
  {
    key: 'feePct',
    label: 'fee of a sale',
    unit: '%',
    start: '0 %',
    needs: 'Taken off the price: a platform’s or a card’s share',
  },
  { key: 'feeFixed', label: 'fixed fee of a sale', start: '0', needs: 'Taken off every price' },
  {
    key: 'taxPct',
    label: 'tax',
    unit: '%',
    start: '0 %; your local rules decide',
    needs: 'Added to the price',
  },
  {
    key: 'marginPct',
    label: 'margin',
    unit: '%',
    start: '30 %',
    needs: 'What is to be left of the price',
  },
  {
    key: 'guestAreaRate',
    label: 'guests: a square metre of rack, a day',
    start: '0; what the room costs you',
    needs: 'The bill of a guest, with what they draw from the stores',
  },
  {
    key: 'guestBoxRate',
    label: 'guests: the heated box, an hour',
    start: '0',
    needs: 'The bill of a guest',
  },
  {
    key: 'guestHelpRate',
    label: 'guests: an hour of help',
    start: '0',
    needs: 'The bill of a guest: the time of others on their pieces',
  },
]

/** How days are written. */
export const DATE_STYLE_OPTIONS = [
  { value: 'dmy', label: '14 Mar 2027, or 14.3.' },
  { value: 'mdy', label: 'Mar 14, 2027, or 3/14' },
  { value: 'ymd', label: '2027-03-14' },
] as const

/** How decimals are written. */
export const DECIMAL_OPTIONS = [
  { value: '.', label: '1.5, a point' },
  { value: ',', label: '1,5, a comma' },
] as const

/** What is printed on. */
export const PAPER_OPTIONS = {
  card: CARD_PAPER_NAMES.map((value) => ({ value, label: CARD_PAPERS[value].name })),
  label: LABEL_PAPER_NAMES.map((value) => ({ value, label: LABEL_PAPERS[value].name })),
} as const
