/**
 * What is poured of a layer for some pieces, ml: what stays on them and what runs off. @param netMl
 * of one piece
 */
export const pouredMlOf = (
  { runOffPct }: { runOffPct: number },
  netMl: number,
  pieces: number,
): number => netMl * pieces * (1 + runOffPct / 100)

/**
 * What has to be mixed so that so much can be poured, ml: with the film that stays in each cup, and
 * the reserve.
 */
export const mixMlOf = (
  pouredMl: number,
  cups: number,
  { perCupMl, reservePct }: { perCupMl: number; reservePct: number },
): number => (pouredMl + cups * perCupMl) * (1 + reservePct / 100)
