import { MILESTONE_WORDS, milestoneMin, originOf, type Awaited, type Resin } from '../trade'
import { rateAt, type TemperatureStep } from '../cure'
import type { Why } from './types'

/** Derives when a lying piece reaches a milestone, from the temperatures it meets. */
export function whyMilestone(
  resin: Resin,
  milestone: Awaited,
  profile: readonly TemperatureStep[],
  reachedMin: number,
): Why {
  const temperatures = [...new Set(profile.map((step) => step.tempC))]
  return {
    title: MILESTONE_WORDS[milestone],
    value: reachedMin / 60,
    unit: 'h after the pour',
    decimals: 1,
    formula:
      'the cure runs faster in warmth and slower in cold (Arrhenius); the milestone is reached when the hours, each weighted by its rate, add up to the minutes at the reference',
    inputs: [
      {
        name: `at ${resin.referenceC} °C it takes`,
        value: milestoneMin(resin.milestones, milestone) / 60,
        unit: 'h',
        decimals: 1,
        source: originOf(resin, milestone),
      },
      {
        name: 'activation energy',
        value: resin.activationKJ,
        unit: 'kJ/mol',
        decimals: 0,
        source: originOf(resin, 'activationKJ'),
      },
      ...temperatures.map((tempC) => ({
        name: `rate at ${tempC} °C`,
        value: rateAt(resin, tempC),
        unit: '×',
        decimals: 2,
        source: 'worked out' as const,
      })),
    ],
    otherwise: `At the reference temperature throughout it would be ${(milestoneMin(resin.milestones, milestone) / 60).toFixed(1)} h.`,
  }
}
