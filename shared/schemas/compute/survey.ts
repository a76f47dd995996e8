import type { Schema } from 'yup'
import type { RectifyRequest, WaterFillRequest } from '../../../core/survey'
import { exact, list, num, positive } from '../fields'
import { pointSchema } from './size'

export const waterFillSchema = exact({
  waterC: num().required(),
  readings: list(
    exact({ heightMm: positive().required(), waterG: positive().required() }).required(),
  )
    .required()
    .min(1),
}) as unknown as Schema<WaterFillRequest>

export const rectifySchema = exact({
  corners: list(pointSchema()).required().length(4, 'needs the four corners of the rectangle'),
  rectangle: exact({ widthMm: positive().required(), heightMm: positive().required() }).required(),
  points: list(pointSchema()).required().min(1),
  checks: list(
    exact({ from: pointSchema(), to: pointSchema(), mm: positive().required() }).required(),
  ),
}) as unknown as Schema<RectifyRequest>
