import { workableMin } from '../resin'
import { mixMlOf } from '../size'
import type { Layer, LayerPigment, Portion, Resin, StudioRules } from '../trade'

/** One colour of a pot: the cups that its resin is split into after stirring. */
export interface PotColour {
  /** The same for layers of the same pigments at the same load; empty for clear. */
  key: string
  /** The layers poured from it. */
  names: string[]
  pigments: LayerPigment[]
  cups: number
  /** What goes into its cups: what is poured and the film that stays in them, ml. */
  cupMl: number
}

export interface PotFigures {
  needMl: number
  /** Kept clear until the colours are judged: the studio's reserve, ml. */
  reserveMl: number
  stirMin: number
  /** The longest rest that one of its layers asks for. */
  restMin: number
  /** All pours, one after another. */
  pourMin: number
  /** Rest and pours together. */
  busyMin: number
  /** From the end of stirring until the cup can no longer be poured. */
  workMin: number
  /** Minutes from the end of the pours to each heat pass. */
  heatAfterMin: number[]
  colours: PotColour[]
}

/**
 * A mixing cup holds so many times the mix, so that it can be stirred and scraped; a starting
 * value.
 */
export const STIR_ROOM = 1.3

/**
 * Names a colour by what is in it, so that layers of one colour are known as such across recipes.
 */
export const colourKey = (pigments: readonly LayerPigment[]): string =>
  [...pigments]
    .sort((x, y) => x.pigmentId - y.pigmentId)
    .map(({ pigmentId, loadPct }) => `${pigmentId}:${loadPct}`)
    .join(' ')

/**
 * What one mix for several portions takes, in resin and minutes. Portions of one colour share their
 * cups, so the film in the cups counts once for each colour. All rest as long as the one that rests
 * longest; the pours follow one another.
 * @param portions of one resin, at least one
 * @param warmC the warmest the bench gets, °C
 * @returns ml and minutes
 */
export function potOf(
  portions: readonly Portion[],
  resin: Resin,
  rules: Pick<StudioRules, 'perCupMl' | 'reservePct'>,
  warmC: number,
): PotFigures {
  const byColour = new Map<string, Portion[]>()
  for (const portion of portions)
    byColour.set(colourKey(portion.layer.pigments), [
      ...(byColour.get(colourKey(portion.layer.pigments)) ?? []),
      portion,
    ])
  const colours = [...byColour].map(([key, own]): PotColour => {
    const cups = Math.max(...own.map(({ layer }) => layer.cups))
    const pouredMl = own.reduce((sum, portion) => sum + portion.pouredMl, 0)
    return {
      key,
      names: [...new Set(own.map(({ layer }) => layer.name))],
      pigments: own[0]?.layer.pigments ?? [],
      cups,
      cupMl: mixMlOf(pouredMl, cups, { ...rules, reservePct: 0 }),
    }
  })
  const cupsMl = colours.reduce((sum, colour) => sum + colour.cupMl, 0)
  const needMl = cupsMl * (1 + rules.reservePct / 100)
  const most = (of: (layer: Layer) => number) =>
    portions.reduce((max, { layer }) => Math.max(max, of(layer)), 0)
  const restMin = most((layer) => layer.restMin)
  const pourMin = portions.reduce((sum, { layer, pieces }) => sum + layer.pourMin * pieces, 0)
  const heatAfterMin = [...new Set(portions.flatMap(({ layer }) => layer.heatAfterMin))].sort(
    (x, y) => x - y,
  )
  return {
    needMl,
    reserveMl: needMl - cupsMl,
    stirMin: most((layer) => layer.stirMin),
    restMin,
    pourMin,
    busyMin: restMin + pourMin,
    workMin: workableMin(resin, needMl, warmC),
    heatAfterMin,
    colours,
  }
}
