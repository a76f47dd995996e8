const LETTERS = 'ABCDEFGHJKLMNPRSTUVWXYZ'

/** Letters for pots, in order, past those in use; no I, O or Q, which read as figures on a cup. */
export function* freeLetters(inUse: ReadonlySet<string>): Generator<string, never> {
  for (let round = 0; ; round++) {
    for (const letter of LETTERS) {
      const name = round === 0 ? letter : `${letter}${round + 1}`
      if (!inUse.has(name)) yield name
    }
  }
}
