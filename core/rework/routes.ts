/** How a piece that is poured whole, but not well, is mended. */
export const ROUTES = [
  'coat over',
  'sand and pour again',
  'coat the back',
  'cover',
  'cut down',
] as const
export type Route = (typeof ROUTES)[number]
/** A piece of a set that is lost is made again by itself. */
export type Mending = Route | 'make again'

/** What each comes to, in a line, and what the piece is called meanwhile. */
export const ROUTE_WORDS: Readonly<Record<Mending, { says: string; piece: string }>> = {
  'coat over': {
    says: 'scuffed, wiped, and a thin clear coat over the face',
    piece: 'coated over',
  },
  'sand and pour again': {
    says: 'what is wrong is sanded off, and the last layer poured once more',
    piece: 'poured again',
  },
  'coat the back': {
    says: 'scuffed, wiped, and a thin clear coat on the back',
    piece: 'coated on the back',
  },
  cover: {
    says: 'a thin coat, and something set into it that hides what is wrong',
    piece: 'covered',
  },
  'cut down': {
    says: 'what is wrong is cut off, and the new edge coated',
    piece: 'cut down',
  },
  'make again': {
    says: 'made once more by itself, to go with the others',
    piece: 'made again',
  },
}
