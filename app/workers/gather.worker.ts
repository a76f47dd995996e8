import { gatherPots, type Gathering, type GatherTerms } from '~~/core/pot'
import type { PotPortion } from '~~/shared/types/pots'

export interface GatherQuestion {
  /** The portions of each resin. */
  lots: { terms: GatherTerms; portions: PotPortion[] }[]
}

/** Groups the layers of a day beside the page, since proving a grouping can take a second. */
self.onmessage = ({ data: { lots } }: MessageEvent<GatherQuestion>) => {
  const answers: Gathering<PotPortion>[] = lots.map(({ terms, portions }) =>
    gatherPots(portions, terms),
  )
  self.postMessage(answers)
}
