import type { RackRequest } from '../../../core/rack'
import {
  exact,
  flag,
  list,
  listOfOwn,
  named,
  notNegative,
  num,
  positive,
  searchLimit,
  whole,
} from '../fields'
import { schemaOf } from '../typed'

const MOST_COPIES = 1000
const taken = () =>
  exact({
    xMm: num().required(),
    yMm: num().required(),
    widthMm: notNegative().required(),
    depthMm: notNegative().required(),
  }).required()

export const rackSchema = schemaOf<RackRequest>()(
  exact({
    clearanceMm: notNegative().required(),
    shelves: listOfOwn(
      exact({
        id: named().required(),
        widthMm: positive().required(),
        depthMm: positive().required(),
        clearHeightMm: positive().required(),
        isLevel: flag().required(),
        taken: list(taken()),
      }).required(),
    ).required(),
    pieces: listOfOwn(
      exact({
        id: named().required(),
        widthMm: positive().required(),
        depthMm: positive().required(),
        heightMm: positive().required(),
        count: whole().min(1).max(MOST_COPIES),
        needsLevel: flag(),
        mayTurn: flag(),
        weight: notNegative(),
      }).required(),
    ).required(),
    limit: searchLimit(),
    seed: whole(),
  }),
)
