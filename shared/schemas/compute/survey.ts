import type { RectifyRequest, WaterFillRequest } from '../../../core/survey'
import { exact, list, num, positive } from '../fields'
import { pointSchema } from './size'
import { schemaOf } from '../typed'

export const waterFillSchema = schemaOf<WaterFillRequest>()(
  exact({
    waterC: num().required(),
    readings: list(
      exact({ heightMm: positive().required(), waterG: positive().required() }).required(),
    )
      .required()
      .min(1),
  }),
)

export const rectifySchema = schemaOf<RectifyRequest>()(
  exact({
    corners: list(pointSchema()).required().length(4, 'needs the four corners of the rectangle'),
    rectangle: exact({
      widthMm: positive().required(),
      heightMm: positive().required(),
    }).required(),
    points: list(pointSchema()).required().min(1),
    checks: list(
      exact({ from: pointSchema(), to: pointSchema(), mm: positive().required() }).required(),
    ),
  }),
)
