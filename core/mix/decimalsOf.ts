import type { Measure } from './types'

/** What a mix worked out to no device's digits is shown with. */
const EXACT_DECIMALS = 1
const MOST_DECIMALS = 3

/**
 * How many decimals a figure has that is read in steps of this size.
 * @param step the smallest digit or mark, in the unit that is read
 */
export const decimalsOfStep = (step: number): number =>
  step < 1 ? Math.min(MOST_DECIMALS, Math.ceil(-Math.log10(step))) : 0

/** How many decimals a device shows or its marks can be read to. */
export function decimalsOf(measure: Measure): number {
  switch (measure.kind) {
    case 'exact':
      return EXACT_DECIMALS
    case 'cup':
      return decimalsOfStep(measure.graduationMl)
    case 'scale':
      return decimalsOfStep(measure.resolutionG)
  }
}
