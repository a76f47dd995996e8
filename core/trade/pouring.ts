/** What every pot takes, whatever its recipe: who may pour, where it is mixed, where it is poured. */
export const POURING = { skill: 'pour', mixedAt: 'bench', pouredAt: 'pour table' } as const
