import type { InferType } from 'yup'
import { body, exact, id, list, version, whole } from './fields'

const portion = () =>
  exact({
    lineId: id().required(),
    layerId: id().required(),
    firstPiece: whole().required().min(1).max(5000),
    pieces: whole().required().min(1).max(5000),
  }).required()
/**
 * How some planned pots are to be put together anew: the pots as they were read, and what each new
 * one pours.
 */
export const gatherSchema = body({
  from: list(exact({ id: id().required(), version: version() }).required())
    .required()
    .min(1)
    .max(200),
  pots: list(
    exact({
      keep: id().nullable().defined('is missing'),
      portions: list(portion()).required().min(1, 'pours nothing').max(200),
    }).required(),
  )
    .required()
    .min(1)
    .max(200),
})
export type GatherFields = InferType<typeof gatherSchema>
