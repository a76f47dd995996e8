import type { Schema } from 'yup'
import { ladderSchema, tintSchema } from './colour'
import { costSchema } from './cost'
import { cureSchema } from './cure'
import { mixSchema, rescueSchema } from './mix'
import { outlineSchema } from './outline'
import { planSchema } from './plan'
import { potsSchema } from './pots'
import { sizeSchema } from './size'

/** The operations of the compute contract, each with the schema of its request. */
export const COMPUTE_SCHEMAS = {
  mix: mixSchema,
  rescue: rescueSchema,
  tint: tintSchema,
  ladder: ladderSchema,
  size: sizeSchema,
  outline: outlineSchema,
  cure: cureSchema,
  pots: potsSchema,
  cost: costSchema,
  plan: planSchema,
} as const satisfies Record<string, Schema>

export type ComputeOperation = keyof typeof COMPUTE_SCHEMAS
export { costSchema, cureSchema, ladderSchema, mixSchema, outlineSchema, planSchema, potsSchema, rescueSchema, sizeSchema, tintSchema }
