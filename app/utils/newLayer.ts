import { freshKey } from '~~/core/recipe'
import {
  INSIDE,
  newMix,
  newPass,
  newPour,
  type Entry,
  type Layer,
  type Recipe,
} from '~~/core/trade'

/** A layer of one clear cup, five millimetres deep, as a new one begins. */
export const newLayer = (name: string, key: string, resinId: number): Layer => ({
  id: 0,
  key,
  name,
  resinId,
  fill: { depthMm: 5 },
  inclusions: [],
  runOffPct: 0,
  joins: 'either',
  ...INSIDE,
  rest: { from: 0, to: 1, leastMin: 8 },
  cups: [
    {
      key: 'c1',
      name,
      part: { rest: true },
      over: null,
      isMixingCup: true,
      isOpen: false,
      pigments: [],
      fillers: [],
      from: [],
      stir: 'through',
      rest: null,
    },
  ],
})

/** What is done with a new layer's mix: it is stirred, poured, and its bubbles are driven out. */
export function newWork(layer: string, course: readonly Entry[]): Entry[] {
  const used = course.map(({ key }) => key)
  const next = () => {
    const key = freshKey(used, 'e')
    used.push(key)
    return key
  }
  return [
    newMix(next(), layer, { stirMin: 4, secondCup: false }),
    newPour(next(), layer, { cup: 'c1' }, 3),
    newPass(next(), layer, [3]),
  ]
}

/** The next layer of a recipe, numbered, with a key of its own, of the resin of the one before. */
export const nextLayer = ({ layers }: Pick<Recipe, 'layers'>): Layer =>
  newLayer(
    `layer ${layers.length + 1}`,
    freshKey(
      layers.map(({ key }) => key),
      'l',
    ),
    layers.at(-1)?.resinId ?? 0,
  )
