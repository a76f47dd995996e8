import { list, text } from './fields'
import { exact } from './fields'
import type { InferType } from 'yup'

/** What the column of an event holds as JSON. */
export const eventDataSchema = exact({
  changed: list(text(80).required()).required(),
}).required()
export type EventData = InferType<typeof eventDataSchema>
