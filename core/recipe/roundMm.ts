/** Leaves no tails of binary fractions in a field. */
export const roundMm = (mm: number): number => Math.round(mm * 1e6) / 1e6
