import type { Pot } from './types/pots'

type Titled = Pick<Pot, 'portions'>

/** What a pot pours, in a few words: its layer, or its first layer and how many more. */
export function potTitle({ portions }: Titled): string {
  const titles = [
    ...new Set(portions.map((portion) => `${portion.recipeName}, ${portion.layer.name}`)),
  ]
  const [first = 'nothing', ...others] = titles
  return others.length === 0 ? first : `${first} and ${others.length} more`
}

export const piecesOfPot = ({ portions }: Titled): number =>
  portions.reduce((sum, portion) => sum + portion.pieces, 0)

/** Which pieces of an order, as in `pieces 4 to 7`. */
export const pieceRange = ({
  firstPiece,
  pieces,
}: {
  firstPiece: number
  pieces: number
}): string =>
  pieces === 1 ? `piece ${firstPiece}` : `pieces ${firstPiece} to ${firstPiece + pieces - 1}`

/** For which orders, each named once. */
export const potOrders = ({ portions }: Titled): string =>
  [...new Set(portions.map((portion) => portion.orderTitle))].join('; ')
