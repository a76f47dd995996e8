/** A filler mould that waits on the side. */
export interface FillerMould {
  id: string
  volumeMl: number
  depthMm: number
  /** Below this the resin does not level itself; at most so deep the resin may stand. */
  leastMm: number
  greatestMm: number
}

export interface SurplusRequest {
  /** What each pot is expected to leave. */
  pots: { id: string; surplusMl: number }[]
  moulds: FillerMould[]
}

export interface SurplusAnswer {
  /** What to lay out, in the order in which it is filled. */
  fills: { pot: string; mould: string; ml: number; depthMm: number }[]
  lost: { pot: string; ml: number }[]
  usedMl: number
  /** Whether no other layout uses more. */
  exact: boolean
}
