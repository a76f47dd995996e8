/** The moments in a resin's life that somebody waits for, in the order in which they come. */
export const MILESTONES = ['work', 'gel', 'tackFrom', 'tackTo', 'demould', 'sand', 'full'] as const
export type Milestone = (typeof MILESTONES)[number]

/** Moments that not every resin is known for: it may be handled; it is firm but bends, from and to. */
export const SOFT_MILESTONES = ['handle', 'bendFrom', 'bendTo'] as const
export type SoftMilestone = (typeof SOFT_MILESTONES)[number]

/** What work can wait for. */
export type Awaited = Milestone | SoftMilestone

/** Minutes at the reference temperature, from the pour; the soft ones where they are known. */
export type Milestones = Record<Milestone, number> & { [K in SoftMilestone]?: number }

export const MILESTONE_WORDS: Record<Awaited, string> = {
  work: 'workable in the cup until',
  gel: 'stops moving',
  tackFrom: 'tacky, may be recoated',
  tackTo: 'too dry to recoat unsanded',
  handle: 'may be handled',
  bendFrom: 'firm but bends, from',
  bendTo: 'firm but bends, until',
  demould: 'may be demoulded',
  sand: 'hard enough to sand',
  full: 'fully cured',
}

/** A milestone as something that is waited for: a beginning is not told as one. */
export const awaitedWords = (name: Awaited): string => MILESTONE_WORDS[name].replace(/, from$/, '')

/** What work may be told to wait for, in the order in which it comes. */
export const AWAITED: readonly Awaited[] = [
  'gel',
  'tackFrom',
  'tackTo',
  'handle',
  'bendFrom',
  'demould',
  'sand',
  'full',
]

/** A piece may be handled after half a day, or once it may be demoulded; a starting value, minutes. */
const HANDLE_MIN = 720

/**
 * When a milestone is reached, at the reference temperature. What is not known of a resin is taken
 * from what is: it may be handled after half a day and bends from the end of its tack until it may be
 * demoulded, as is usual in workshops.
 * @returns minutes from the pour
 */
export function milestoneMin(milestones: Milestones, name: Awaited): number {
  const { tackTo, demould } = milestones
  switch (name) {
    case 'handle':
      return milestones.handle ?? Math.min(HANDLE_MIN, demould)
    case 'bendFrom':
      return milestones.bendFrom ?? Math.min(tackTo, demould)
    case 'bendTo':
      return milestones.bendTo ?? demould
    default:
      return milestones[name]
  }
}
