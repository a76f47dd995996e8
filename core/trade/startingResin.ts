import type { Resin } from './resin'

/** What a new resin begins with: ordinary workshop figures, each to be replaced by its data sheet. */
export const startingResin = (): Omit<Resin, 'id' | 'stockMl'> => ({
  name: '',
  ratio: { basis: 'volume', a: 2, b: 1 },
  tolerancePct: 3,
  pourFirst: 'b',
  referenceC: 22,
  activationKJ: 55,
  referencePotG: 150,
  massExponent: 0.35,
  countsFrom: 'stirred',
  maxMixMl: 500,
  minDepthMm: 2,
  maxDepthMm: 10,
  kitMl: 1500,
  kitPrice: '50.00',
  leadDays: 3,
  otherKits: [],
  origins: {},
  note: '',
  milestones: {
    work: 45,
    gel: 180,
    tackFrom: 240,
    tackTo: 600,
    demould: 1200,
    sand: 4320,
    full: 7200,
  },
})
