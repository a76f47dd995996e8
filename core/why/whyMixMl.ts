import type { BatchLayer } from '../batch'
import type { StudioRules } from '../trade'
import type { Why } from './types'

const sumOf = <T>(list: readonly T[], of: (one: T) => number): number =>
  list.reduce((sum, one) => sum + of(one), 0)

/** Derives the resin to mix for one layer of all pieces, in all its pots, ml. */
export function whyMixMl(
  { layer, sized, pots, mixMl }: BatchLayer,
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>,
): Why {
  const filmsMl = sumOf(pots, (pot) => pot.filmsMl)
  return {
    title: `Resin for ${layer.name}`,
    value: mixMl,
    unit: 'ml',
    decimals: 1,
    formula:
      '(net × pieces × (1 + run-off) + what cups take on top − room of what is stirred in + cups × film in a cup) × (1 + reserve), all pots together; net is the space filled less the inclusions',
    inputs: [
      { name: 'from level', value: sized.fromMm, unit: 'mm', decimals: 1, source: 'worked out' },
      { name: 'to level', value: sized.toMm, unit: 'mm', decimals: 1, source: 'recipe' },
      {
        name: 'space filled, one piece',
        value: sized.grossMl,
        unit: 'ml',
        decimals: 2,
        source: 'worked out',
      },
      {
        name: 'inclusions take',
        value: sized.displacedMl,
        unit: 'ml',
        decimals: 2,
        source: 'recipe',
      },
      { name: 'net, one piece', value: sized.netMl, unit: 'ml', decimals: 2, source: 'worked out' },
      {
        name: 'pieces',
        value: sumOf(pots, (pot) => pot.pieces),
        decimals: 0,
        source: 'order',
      },
      { name: 'pots', value: pots.length, decimals: 0, source: 'worked out' },
      { name: 'run-off', value: layer.runOffPct, unit: '%', decimals: 1, source: 'recipe' },
      {
        name: 'cups take on top',
        value: sumOf(pots, (pot) => pot.overMl),
        unit: 'ml',
        decimals: 2,
        source: 'recipe',
      },
      {
        name: 'stirred in takes',
        value: sumOf(pots, (pot) => pot.roomMl),
        unit: 'ml',
        decimals: 2,
        source: 'recipe',
      },
      {
        name: 'cups with a film',
        value: rules.perCupMl > 0 ? Math.round(filmsMl / rules.perCupMl) : null,
        decimals: 0,
        source: 'recipe',
      },
      {
        name: 'film in a cup',
        value: rules.perCupMl,
        unit: 'ml',
        decimals: 1,
        source: 'house rule',
      },
      { name: 'reserve', value: rules.reservePct, unit: '%', decimals: 1, source: 'house rule' },
    ],
    otherwise: `Mixed tight, with no reserve, it would be ${(mixMl - sumOf(pots, (pot) => pot.reserveMl)).toFixed(1)} ml.`,
  }
}
