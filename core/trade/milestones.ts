/** The moments in a resin's life that somebody waits for, in the order in which they come. */
export const MILESTONES = ['work', 'gel', 'tackFrom', 'tackTo', 'demould', 'sand', 'full'] as const

export type Milestone = (typeof MILESTONES)[number]

export const MILESTONE_WORDS: Record<Milestone, string> = {
  work: 'workable in the cup until',
  gel: 'stops moving',
  tackFrom: 'tacky, may be recoated',
  tackTo: 'too dry to recoat unsanded',
  demould: 'may be demoulded',
  sand: 'hard enough to sand',
  full: 'fully cured',
}
