import type { Letter } from '../../shared/types/letters'

/** How letters leave the house. */
export interface Post {
  /** @throws Error with a sentence that says why it did not go */
  send: (letter: Letter) => Promise<void>
}
