/** A line of a market day's order as it stands. */
export interface DayLine {
  id: number
  recipeId: number
  /** How many are poured, spares with them. */
  quantity: number
  spares: number
  /** A line that was begun stays for the record. */
  isBegun: boolean
}

/** A line as it is to be; without an id a new one. */
export interface LineOfDay {
  id?: number
  recipeId: number
  quantity: number
  spares: number
}

/**
 * The lines of a market day's order with what is to be made: on those that are there, the last of a
 * recipe takes what the others leave; spares stay beside what is made. A line of which nothing is
 * made goes, unless it was begun; a recipe that nothing is said of stays as it is.
 * @param lines as they stand
 * @param make pieces by recipe
 */
export function linesOfDay(
  lines: readonly DayLine[],
  make: ReadonlyMap<number, number>,
): LineOfDay[] {
  const left = new Map(make)
  const kept = lines.flatMap(({ id, recipeId, quantity, spares, isBegun }, i): LineOfDay[] => {
    const asked = quantity - spares
    const open = left.get(recipeId) ?? asked
    const isLast = !lines.slice(i + 1).some((later) => later.recipeId === recipeId)
    const own = isLast ? open : Math.min(open, asked)
    if (isLast) left.delete(recipeId)
    else if (left.has(recipeId)) left.set(recipeId, open - own)
    const made = Math.max(isBegun ? 1 : 0, own)
    return made > 0 ? [{ id, recipeId, quantity: made + spares, spares }] : []
  })
  const added = [...left].flatMap(([recipeId, quantity]): LineOfDay[] =>
    quantity > 0 ? [{ recipeId, quantity, spares: 0 }] : [],
  )
  return [...kept, ...added]
}
