import { FIRST_POURED } from './poured'
import { BOARDS } from './pouredBoards'
import { CASTS } from './pouredCasts'
import type { PouredRecipe } from './pouredWords'

/** Recipes whose layers are split into cups and poured in an order, one for each pattern of the trade. */
export const POURED_RECIPES: readonly PouredRecipe[] = [...FIRST_POURED, ...BOARDS, ...CASTS]
