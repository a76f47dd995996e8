/** Pieces of one order line that stand in order, counted from 1. */
export interface Range {
  first: number
  pieces: number
}

/** Whether two ranges share a piece. */
export const overlap = (x: Range, y: Range): boolean =>
  x.first < y.first + y.pieces && y.first < x.first + x.pieces

/** The pieces that a pot or a portion serves. */
export const rangeOf = (part: { firstPiece: number; pieces: number }): Range => ({
  first: part.firstPiece,
  pieces: part.pieces,
})

export const numbersOf = ({ first, pieces }: Range): number[] =>
  Array.from({ length: pieces }, (_, i) => first + i)

/** Numbers that stand in order, as ranges without gaps. */
export function rangesOf(numbers: readonly number[]): Range[] {
  const ranges: Range[] = []
  for (const number of numbers) {
    const last = ranges.at(-1)
    if (last && last.first + last.pieces === number) last.pieces++
    else ranges.push({ first: number, pieces: 1 })
  }
  return ranges
}
