import { courseParts, sizeBatch, splitOfLayer } from '../recipe'
import type { Layer, Recipe, StudioRules } from '../trade'
import type { SizedLayer } from '../size'
import type { Why } from './types'

/** Derives the resin to mix for one layer of all pieces, ml. */
export function whyMixMl(
  recipe: Recipe,
  layer: Layer,
  sized: SizedLayer,
  pieces: number,
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>,
): Why {
  const index = recipe.layers.indexOf(layer)
  const split = splitOfLayer(layer, courseParts(recipe).work[index] ?? null, {
    netMl: sized.netMl,
    pieces,
    rules,
  })
  const made = split.ok ? split.value : null
  const tight = sizeBatch(recipe, pieces, { ...rules, reservePct: 0 })
  const tightMl = tight.ok ? tight.value.layers[index]?.mixMl : undefined
  return {
    title: `Resin for ${layer.name}`,
    value: sized.mixMl,
    unit: 'ml',
    decimals: 1,
    formula:
      '(net × pieces × (1 + run-off) + what cups take on top − room of what is stirred in + cups × film in a cup) × (1 + reserve); net is the space filled less the inclusions',
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
      { name: 'pieces', value: pieces, decimals: 0, source: 'order' },
      { name: 'run-off', value: layer.runOffPct, unit: '%', decimals: 1, source: 'recipe' },
      {
        name: 'cups take on top',
        value: made?.overMl ?? null,
        unit: 'ml',
        decimals: 2,
        source: 'recipe',
      },
      {
        name: 'stirred in takes',
        value: made?.roomMl ?? null,
        unit: 'ml',
        decimals: 2,
        source: 'recipe',
      },
      {
        name: 'cups with a film',
        value: made && rules.perCupMl > 0 ? Math.round(made.filmsMl / rules.perCupMl) : null,
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
    ...(tightMl !== undefined && {
      otherwise: `Mixed tight, with no reserve, it would be ${tightMl.toFixed(1)} ml.`,
    }),
  }
}
