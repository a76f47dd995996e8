import type { Schema } from 'yup'
import { costSchema } from './cost'
import { cureSchema } from './cure'
import { mixSchema, rescueSchema } from './mix'
import { planSchema } from './plan'
import { sizeSchema } from './size'

/** The operations of the compute contract, each with the schema of its request. */
export const COMPUTE_SCHEMAS = {
  mix: mixSchema,
  rescue: rescueSchema,
  size: sizeSchema,
  cure: cureSchema,
  cost: costSchema,
  plan: planSchema,
} as const satisfies Record<string, Schema>

export type ComputeOperation = keyof typeof COMPUTE_SCHEMAS
export { costSchema, cureSchema, mixSchema, planSchema, rescueSchema, sizeSchema }
