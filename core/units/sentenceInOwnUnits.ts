import { inOwnUnit, METRIC, type OwnUnits } from './ownUnits'

/** A number as the core's sentences write it, thousands apart, with one of its units after it. */
const AMOUNT = /(?<![\w.,\u2009])(-?\d[\d\u2009]*(?:\.(\d+))?) (g|ml|mm|cm²|°C)(?!\w)/g

/**
 * A sentence of the core's with its amounts in a maker's own units; those of quantities that the
 * maker reads in the core's unit stay as they are.
 * Assumes what holds of all sentences of the core's: amounts are written with a point, and a
 * temperature is one, not a difference of two.
 * @example sentenceInOwnUnits('12.7 mm deep', { ...METRIC, length: 'in' }) // => '0.500 in deep'
 */
export function sentenceInOwnUnits(sentence: string, own: OwnUnits): string {
  if (own === METRIC) return sentence
  return sentence.replace(
    AMOUNT,
    (written: string, number: string, decimals: string | undefined, unit: string) => {
      const figure = inOwnUnit(
        Number(number.replaceAll('\u2009', '')),
        unit,
        own,
        decimals?.length ?? 0,
      )
      return figure.unit === unit ? written : `${figure.text} ${figure.unit}`
    },
  )
}
