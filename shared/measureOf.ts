import type { Measure } from '../core/mix'
import type { MeasureChoice } from './schemas/people'

/** A maker's scale or cup, as the mix is worked out for it. */
export const measureOf = (choice: MeasureChoice): Measure =>
  choice.kind === 'cup'
    ? { kind: 'cup', graduationMl: choice.step }
    : { kind: 'scale', resolutionG: choice.step, tare: choice.tare }
