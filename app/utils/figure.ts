import {
  formatNumber,
  inOwnUnit,
  METRIC,
  sentenceInOwnUnits,
  withDecimalMark,
  type OwnFigure,
  type OwnUnits,
} from '~~/core/units'

/** The units of the person at this device. */
export const ownUnits = (): OwnUnits => useSessionStore().person?.units ?? METRIC

/** Numbers in a text of the core's as the workshop writes them: a sum, a ratio, a sentence. */
export const written = (text: string): string =>
  withDecimalMark(text, useWorkshopStore().decimalMark)

/** A number without a unit, or with one that is nobody's to choose. */
export const writtenNumber = (value: number | null | undefined, decimals = 1): string =>
  written(formatNumber(value, decimals))

/** A number that somebody wrote, with the decimals that it has, two at the most. */
export const plainNumber = (value: number): string => written(String(Math.round(value * 100) / 100))

/** A value of the core's in the maker's own unit, number and unit apart. */
export const ownFigure = (
  value: number | null | undefined,
  unit: string,
  decimals = 1,
): OwnFigure => {
  const own = inOwnUnit(value, unit, ownUnits(), decimals)
  return { ...own, text: written(own.text) }
}

/** A value of the core's in the maker's own unit, as in `12.5 mm` or `0.492 in`. */
export function figure(value: number | null | undefined, unit: string, decimals = 1): string {
  const { text, unit: own } = ownFigure(value, unit, decimals)
  return `${text} ${own}`
}

/** A sentence of the core's with its amounts in the maker's own units. */
export const inOwnWords = (sentence: string): string =>
  written(sentenceInOwnUnits(sentence, ownUnits()))
