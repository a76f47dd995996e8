import { CELSIUS_OFFSET_K, GAS_CONSTANT } from '../units'
import type { CureResin } from './types'

/**
 * How many times faster a resin cures at a temperature than at its reference.
 * Arrhenius' law: exp(−(Ea/R)·(1/T − 1/Tref)), kelvin; one activation energy for the whole cure is
 * assumed.
 * @param resin reference temperature in °C, activation energy in kJ/mol
 * @param tempC above −273.15
 * @returns a factor, 1 at the reference temperature
 */
export function rateAt(
  resin: Pick<CureResin, 'referenceC' | 'activationKJ'>,
  tempC: number,
): number {
  const perKelvin = 1 / (tempC + CELSIUS_OFFSET_K) - 1 / (resin.referenceC + CELSIUS_OFFSET_K)
  return Math.exp(((-resin.activationKJ * 1000) / GAS_CONSTANT) * perKelvin)
}
