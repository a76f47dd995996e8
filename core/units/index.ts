export * from './constants'
export { BASE_UNIT, UNITS, fromBaseUnit, toBaseUnit, type Quantity } from './convertUnit'
export { formatDuration } from './formatDuration'
export {
  DECIMAL_MARKS,
  formatNumber,
  mayBeThousands,
  withDecimalMark,
  type DecimalMark,
} from './formatNumber'
export { readQuantity, type ReadQuantity, type ReadQuantityCode } from './readQuantity'
export { inOwnUnit, METRIC, OWN_UNITS, ownUnitOf, type OwnFigure, type OwnUnits } from './ownUnits'
export { readNumber } from './readNumber'
export { sentenceInOwnUnits } from './sentenceInOwnUnits'
