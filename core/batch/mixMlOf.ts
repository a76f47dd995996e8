import type { Layer, StudioRules } from './types'

/** What is poured of a layer for some pieces, ml: what stays on them and what runs off. @param netMl of one piece */
export const pouredMlOf = (layer: Pick<Layer, 'runOffPct'>, netMl: number, pieces: number): number => netMl * pieces * (1 + layer.runOffPct / 100)

/** What has to be mixed so that so much can be poured, ml: with the film that stays in each cup, and the studio's reserve. */
export const mixMlOf = (pouredMl: number, cups: number, { perCupMl, reservePct }: Pick<StudioRules, 'perCupMl' | 'reservePct'>): number =>
  (pouredMl + cups * perCupMl) * (1 + reservePct / 100)
