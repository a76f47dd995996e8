import { inOwnUnit, METRIC, sentenceInOwnUnits, type OwnFigure, type OwnUnits } from '~~/core/units'

/** The units of the person at this device. */
export const ownUnits = (): OwnUnits => useSessionStore().person?.units ?? METRIC

/** A value of the core's in the maker's own unit, number and unit apart. */
export const ownFigure = (
  value: number | null | undefined,
  unit: string,
  decimals = 1,
): OwnFigure => inOwnUnit(value, unit, ownUnits(), decimals)

/** A value of the core's in the maker's own unit, as in `12.5 mm` or `0.492 in`. */
export function figure(value: number | null | undefined, unit: string, decimals = 1): string {
  const { text, unit: own } = ownFigure(value, unit, decimals)
  return `${text} ${own}`
}

/** A sentence of the core's with its amounts in the maker's own units. */
export const inOwnWords = (sentence: string): string => sentenceInOwnUnits(sentence, ownUnits())
