/** What every pot takes, whatever its recipe: who may pour, where it is mixed, where it is poured. */
export const POURING = { skill: 'pour', mixedAt: 'bench', pouredAt: 'pour table' } as const
/** Sanding and wiping a hard layer before it is recoated; minutes a piece as a starting value. */
export const SANDING = { pieceMin: 4, skill: 'finish', station: 'sander' } as const
/** Carrying a pot's pieces into the heated box; minutes as a starting value. */
export const CARRYING = { batchMin: 2 } as const
