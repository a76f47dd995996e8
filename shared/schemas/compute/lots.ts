import { PARTS, type LotsRequest } from '../../../core/lots'
import { exact, flag, listOfOwn, named, notNegative, num, oneOf } from '../fields'
import { schemaOf } from '../typed'

export const lotsSchema = schemaOf<LotsRequest>()(
  exact({
    needs: listOfOwn(
      exact({
        id: named().required(),
        atMin: num().required(),
        aG: notNegative().required(),
        bG: notNegative().required(),
      }).required(),
    ).required(),
    lots: listOfOwn(
      exact({
        id: named().required(),
        part: oneOf(PARTS).required(),
        leftG: notNegative().required(),
        usableUntilMin: num().nullable().defined('is missing'),
        isOpen: flag().required(),
      }).required(),
    ).required(),
  }),
)
