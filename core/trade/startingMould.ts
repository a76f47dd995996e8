import type { Mould } from './mould'

/** A mould of which nothing is known yet but that it is there, with ordinary starting values. */
export const startingMould = (): Omit<Mould, 'id'> => ({
  name: '',
  count: 1,
  price: '20.00',
  lifeUses: 40,
  shape: null,
  sizedHow: null,
  sizedFrom: '',
  filler: null,
  outer: null,
  outOfUse: 0,
  outWhy: '',
  usedBefore: 0,
})
