import type { Front } from '~~/core/trade'

/** The two faces of a piece, as people call them. */
export const FACE_WORDS: Readonly<Record<Front, string>> = {
  underside: 'what lay below',
  upside: 'what lay open',
}
