import { rateAt } from '../cure'
import type { LayerResin } from './types'

/**
 * How deep one layer of a resin may be at a temperature. The heat a layer makes grows with the rate
 * of its cure and leaves it through its depth, so the depth that stays safe falls with the square
 * root of the rate; a cold room allows no more than the resin's own limit.
 * Source: thermal explosion theory, δ ∝ d²·rate (Frank-Kamenetskii 1939), scaled from the limit at
 * the reference.
 * @returns mm
 */
export const allowedDepthMm = (
  resin: Pick<LayerResin, 'maxDepthMm' | 'referenceC' | 'activationKJ'>,
  tempC: number,
): number => resin.maxDepthMm / Math.sqrt(Math.max(1, rateAt(resin, tempC)))
