import type { Layer } from '../trade'

/**
 * From the end of stirring to the last pour of a pot: the rest, and pouring its pieces one after
 * another; minutes.
 */
export const busyMinOf = (layer: Pick<Layer, 'restMin' | 'pourMin'>, pieces: number): number =>
  layer.restMin + layer.pourMin * pieces
