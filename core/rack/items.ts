import type { RackPiece, RackRequest, Shelf, WhyUnplaced } from './types'

/** Lengths are compared with this slack. */
export const TOLERANCE_MM = 1e-6

/** One piece to be placed; a clearance is added to its width and depth, and to those of shelves. */
export interface Item {
  piece: RackPiece
  /** Which of the copies of its id. */
  index: number
  width: number
  depth: number
  weight: number
  mayTurn: boolean
  /** By number of the shelf: whether it could lie there alone. */
  fits: readonly boolean[]
}

const fitsFlat = ({ widthMm, depthMm, mayTurn = true }: RackPiece, shelf: Shelf): boolean => {
  const fits = (width: number, depth: number) =>
    width <= shelf.widthMm + TOLERANCE_MM && depth <= shelf.depthMm + TOLERANCE_MM
  return fits(widthMm, depthMm) || (mayTurn && fits(depthMm, widthMm))
}
const fitsUnder = ({ heightMm }: RackPiece, { clearHeightMm }: Shelf): boolean =>
  heightMm <= clearHeightMm + TOLERANCE_MM
const liesWell = ({ needsLevel = false }: RackPiece, { isLevel }: Shelf): boolean =>
  isLevel || !needsLevel

/** Every piece of a request, each copy by itself. */
export const itemsOf = ({ pieces, shelves, clearanceMm }: RackRequest): Item[] =>
  pieces.flatMap((piece) => {
    const fits = shelves.map(
      (shelf) => fitsFlat(piece, shelf) && fitsUnder(piece, shelf) && liesWell(piece, shelf),
    )
    return Array.from({ length: piece.count ?? 1 }, (_, index) => ({
      piece,
      index,
      width: piece.widthMm + clearanceMm,
      depth: piece.depthMm + clearanceMm,
      weight: piece.weight ?? 1,
      mayTurn: piece.mayTurn ?? true,
      fits,
    }))
  })

/** The first reason that holds for a piece that was not placed. */
export function whyUnplaced(piece: RackPiece, shelves: readonly Shelf[]): WhyUnplaced {
  const flat = shelves.filter((shelf) => fitsFlat(piece, shelf))
  if (flat.length === 0) return 'too-large'
  const high = flat.filter((shelf) => fitsUnder(piece, shelf))
  if (high.length === 0) return 'too-high'
  return high.some((shelf) => liesWell(piece, shelf)) ? 'no-room' : 'no-level-shelf'
}
