import type { Schema } from 'yup'
import { ladderSchema, tintSchema } from './colour'
import { costSchema } from './cost'
import { cautionsSchema } from './caution'
import { cureBandSchema, cureSchema } from './cure'
import { lotsSchema } from './lots'
import { marketSchema } from './market'
import { mixSchema, rescueSchema } from './mix'
import { oddsSchema } from './odds'
import { outlineSchema } from './outline'
import { planSchema } from './plan'
import { potsSchema } from './pots'
import { rackSchema } from './rack'
import { checkLayerSchema, chooseResinSchema, surplusSchema } from './resin'
import { sizeSchema } from './size'
import { sparesSchema } from './spares'
import { splitSchema } from './split'
import { rectifySchema, waterFillSchema } from './survey'

/**
 * The operations of the compute contract and those of docs/compute.md, each with the schema of its
 * request.
 */
export const COMPUTE_SCHEMAS = {
  mix: mixSchema,
  rescue: rescueSchema,
  tint: tintSchema,
  ladder: ladderSchema,
  size: sizeSchema,
  outline: outlineSchema,
  cure: cureSchema,
  'cure-band': cureBandSchema,
  cautions: cautionsSchema,
  pots: potsSchema,
  cost: costSchema,
  plan: planSchema,
  odds: oddsSchema,
  'choose-resin': chooseResinSchema,
  surplus: surplusSchema,
  'check-layer': checkLayerSchema,
  'water-fill': waterFillSchema,
  rectify: rectifySchema,
  split: splitSchema,
  rack: rackSchema,
  spares: sparesSchema,
  market: marketSchema,
  lots: lotsSchema,
} as const satisfies Record<string, Schema>

export type ComputeOperation = keyof typeof COMPUTE_SCHEMAS
export { oddsSchema, outlineSchema, planSchema, potsSchema, surplusSchema }
