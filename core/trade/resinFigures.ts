import type { Origin } from './origins'
import { MILESTONES, MILESTONE_WORDS, SOFT_MILESTONES, type Awaited } from './milestones'
import type { Resin } from './resin'

export interface ResinFigure {
  key: string
  name: string
  unit: string
  decimals: number
  of: (resin: Resin) => number | undefined
  /** Between which bounds a score is told; none for a measure. */
  scored?: readonly [worst: string, best: string]
}

const figure = (
  key: keyof Resin & string,
  name: string,
  unit: string,
  decimals: number,
  scored?: ResinFigure['scored'],
): ResinFigure => ({
  key,
  name,
  unit,
  decimals,
  of: (resin) => resin[key] as number | undefined,
  ...(scored && { scored }),
})
const MILESTONE_FIGURES = [...MILESTONES, ...SOFT_MILESTONES].map((name: Awaited): ResinFigure => {
  const isShort = name === 'work' || name === 'gel'
  return {
    key: name,
    name: MILESTONE_WORDS[name],
    unit: isShort ? 'min' : 'h',
    decimals: isShort ? 0 : 1,
    of: ({ milestones }) => {
      const minutes = milestones[name]
      return minutes === undefined ? undefined : minutes / (isShort ? 1 : 60)
    },
  }
})

/**
 * Every figure by which a resin is chosen and computed with, in the order in which it is asked
 * about.
 */
export const RESIN_FIGURES: readonly ResinFigure[] = [
  figure('viscosityA', 'thickness of A', 'mPa·s', 0),
  figure('viscosityB', 'thickness of B', 'mPa·s', 0),
  figure('densityA', 'density of A', 'g/ml', 3),
  figure('densityB', 'density of B', 'g/ml', 3),
  figure('tolerancePct', 'ratio may be off by', '%', 1),
  figure('maxMixMl', 'greatest mix', 'ml', 0),
  figure('minDepthMm', 'least layer', 'mm', 1),
  figure('maxDepthMm', 'greatest layer', 'mm', 1),
  figure('slowerPct', 'slower than its sheet by', '%', 0),
  figure('variesPct', 'its cures differ by', '%', 0),
  figure('heatC', 'cured, bears', '°C', 0),
  figure('clarity', 'clarity', '', 0, ['milky', 'like water']),
  figure('yellowing', 'keeps from yellowing', '', 0, ['within months', 'for years']),
  figure('whiteHold', 'white stays up', '', 0, ['sinks at once', 'stays']),
  figure('smell', 'mild smell', '', 0, ['strong', 'hardly any']),
  figure('referenceC', 'times hold at', '°C', 0),
  ...MILESTONE_FIGURES,
  figure('activationKJ', 'activation energy', 'kJ/mol', 0),
  figure('referencePotG', 'working time holds for', 'g', 0),
  figure('massExponent', 'mass exponent', '', 2),
]

/**
 * Where a figure came from, as far as somebody has said; what nobody has looked into is a starting
 * value.
 */
export const originOf = (resin: Pick<Resin, 'origins'>, key: string): Origin =>
  resin.origins[key] ?? 'starting value'
