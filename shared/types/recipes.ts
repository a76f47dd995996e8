import type { Recipe } from '../../core/trade'
import type { Versioned } from './exchange'

/** A recipe of the workshop; one that is put away is not offered any more. */
export type RecipeRow = Versioned<Recipe & { archived: boolean }>

/** One of the versions of a recipe that were saved. */
export interface RecipeVersion {
  version: number
  /** UTC, ISO 8601. */
  savedAt: string
  /** Null when it was saved by somebody who is gone. */
  savedBy: string | null
}
