import { bandsOf, clockOf, type Touch } from '../curing'
import { MILESTONE_WORDS, milestoneMin, originOf, type Awaited, type Resin } from '../trade'
import { rateAt, type TemperatureStep } from '../cure'
import { MINUTES_PER_HOUR } from '../units'
import type { Why } from './types'

/** So many temperatures are told one by one; of more, only the coldest and the warmest. */
const MOST_TOLD = 4

/** Derives when a lying piece reaches a milestone, from the temperatures it meets and what was felt. */
export function whyMilestone(
  resin: Resin,
  milestone: Awaited,
  { profile, touches }: { profile: readonly TemperatureStep[]; touches: readonly Touch[] },
): Why {
  const met = [...new Set(profile.map((step) => step.tempC))].sort((x, y) => x - y)
  const told = met.length > MOST_TOLD ? [met[0], met.at(-1)] : met
  const hours = (minutes: number) => minutes / MINUTES_PER_HOUR
  const sheetMin = milestoneMin(resin.milestones, milestone)
  const band = bandsOf(resin, profile, touches, [milestone]).get(milestone)
  const clock = clockOf(resin)
  return {
    title: MILESTONE_WORDS[milestone],
    value: band ? hours(band.likelyMin) : null,
    unit: 'h after the pour',
    decimals: 1,
    formula:
      'the cure runs faster in warmth and slower in cold (Arrhenius); the milestone is reached when the hours, each weighted by its rate, add up to the minutes at the reference, times how this resin’s own clock goes; a finger bounds that for the piece',
    inputs: [
      {
        name: `at ${resin.referenceC} °C it takes`,
        value: hours(sheetMin),
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
      {
        name: 'its cures differ by',
        value: 100 * clock.logSd,
        unit: '%',
        decimals: 0,
        source: resin.variesPct === undefined ? 'starting value' : originOf(resin, 'variesPct'),
      },
      ...told.flatMap((tempC) =>
        tempC === undefined
          ? []
          : [
              {
                name: `rate at ${Math.round(tempC * 10) / 10} °C`,
                value: rateAt(resin, tempC),
                unit: '×',
                decimals: 2,
                source: 'worked out' as const,
              },
            ],
      ),
      ...touches.map(({ milestone: felt, atMin, isThere }) => ({
        name: `${MILESTONE_WORDS[felt]}, touched after ${(Math.round(hours(atMin) * 10) / 10).toFixed(1)} h`,
        value: isThere ? 'it is' : 'not yet',
        source: 'measured' as const,
      })),
      ...(band
        ? [['hardly before', band.hardlyMin] as const, ['surely by', band.surelyMin] as const].map(
            ([name, minutes]) => ({
              name,
              value: hours(minutes),
              unit: 'h',
              decimals: 1,
              source: 'worked out' as const,
            }),
          )
        : []),
    ],
    otherwise: `At the reference temperature throughout it would be ${hours(sheetMin).toFixed(1)} h by the sheet. One in ten is earlier than “hardly before”, one in ten later than “surely by”.`,
  }
}
