/**
 * The distribution of how many of some pieces come out good where the yield itself is not known for
 * sure: beta-binomial, worked out from what it is for one piece fewer, so that nothing under- or
 * overflows. Of n pieces with g good before, the next is good with (a + g)/(a + b + n).
 * Source: Pólya's urn, which the beta-binomial distribution is.
 * @param a good ones that the yield counts like, > 0
 * @param b bad ones that the yield counts like, > 0
 * @returns for a number of pieces, the chance of 0, 1, 2 … good ones; asked with rising numbers
 */
export function goodOf(a: number, b: number): (pieces: number) => readonly number[] {
  let chances = [1]
  return (pieces) => {
    for (let n = chances.length - 1; n < pieces; n++) {
      const next = new Array<number>(n + 2).fill(0)
      for (const [good, chance] of chances.entries()) {
        const isGood = (a + good) / (a + b + n)
        next[good] = (next[good] ?? 0) + chance * (1 - isGood)
        next[good + 1] = (next[good + 1] ?? 0) + chance * isGood
      }
      chances = next
    }
    return chances
  }
}
