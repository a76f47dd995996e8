import type { WorkRules } from './studioRules'

/** What a workshop begins with until it knows its own figures; the trade's ordinary values. */
export const STARTING_WORK_RULES: WorkRules = {
  measureMin: 4,
  heatPassMin: 2,
  pigmentCapPct: 10,
}
