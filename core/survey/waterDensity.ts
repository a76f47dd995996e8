/** Coefficients of the CIPM formula, °C and kg/m³. */
const A1 = -3.983035
const A2 = 301.797
const A3 = 522528.9
const A4 = 69.34881
const A5 = 999.97495

/** The formula holds between these temperatures, °C. */
export const WATER_RANGE_C = [0, 40] as const

/**
 * The density of air-free water at normal pressure.
 * Source: CIPM formula; Tanaka, Girard, Davis, Peuto and Bignell, Metrologia 38 (2001), 301–309,
 * equation 1.
 * Tap water differs by less than 0.05 %.
 * @param tempC 0 to 40
 * @returns g/ml
 * @example waterDensity(20) // => 0.998207
 */
export function waterDensity(tempC: number): number {
  return (A5 * (1 - ((tempC + A1) ** 2 * (tempC + A2)) / (A3 * (tempC + A4)))) / 1000
}
