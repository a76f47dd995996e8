/** Words of the trade and what they mean here. */
export const TRADE_WORDS = {
  'part A and part B':
    'The two liquids of a resin: resin and hardener. Only in the right ratio do they cure to the end.',
  ratio:
    'How much of A to how much of B, by weight or by volume. The two differ, since A and B do not weigh the same: a sheet says which it means.',
  'works for':
    'How long the mixed resin stays thin enough to pour, in a cup of the size that the sheet names. A larger mix warms itself and closes sooner.',
  'greatest mix':
    'The most that may be mixed at once. More of it heats itself, smokes and can burn: never leave a large mix in its cup.',
  'greatest layer':
    'How deep a layer may be poured at once before its own heat cracks or yellows it.',
  'tack window':
    'From when a layer holds the next one until it is too dry to bond with it. Poured while tacky the layers bond by themselves; later, it is sanded first.',
  demould: 'From when a piece may be taken out of its mould without bending or taking dents.',
  'fully cured': 'From when it has its strength and may be sold, heated or sanded hard.',
  load: 'How much pigment there is in the resin, per cent of the mix by weight. Too much, and it stays soft.',
  reserve: 'How much more is mixed than the pieces take, so that the last one does not run short.',
  film: 'What stays on the wall of a cup and never reaches a piece.',
  rest: 'The time between stirring and pouring in which bubbles rise; it is part of the time the cup works for.',
  'heat pass':
    'A short pass with warm air over a fresh pour, to open the bubbles at its face. Never with solvent near, and never twice at the same place without a pause.',
  'filler mould': 'A small mould that waits beside the pour for what is left in the cup.',
  footprint: 'The area that a piece takes on a rack while it cures.',
  yield: 'How many of a hundred pieces turn out good enough to sell.',
  'seal coat':
    'A thin first coat that closes wood, paper or flowers, so that they do not breathe bubbles into the pour.',
  blush:
    'A greasy film on a cured face where the room was cold or damp; it is washed off before the next layer.',
} as const

export type TradeWord = keyof typeof TRADE_WORDS
