/** A drawing or photograph pinned to a recipe or an order; the picture itself is fetched by its id. */
export interface PinnedPicture {
  id: number
  widthPx: number
  heightPx: number
  /** UTC, ISO 8601. */
  pinnedAt: string
  by: string
}

/** What pictures are pinned to. */
export type PinnedTo = { recipeId: number } | { orderId: number }
