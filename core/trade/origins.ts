/** Where a figure of a resin came from. */
export const ORIGINS = ['data sheet', 'measured', 'learned', 'starting value'] as const
export type Origin = (typeof ORIGINS)[number]
