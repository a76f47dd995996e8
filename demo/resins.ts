import { RESIN_FIGURES, type Origin, type Resin } from '../core/batch'

type DemoResin = Omit<Resin, 'id'>
const HOUR = 60

/** Most figures of the Yard come from the sheet; the makers measured or learned some, and nobody gives the last three. */
const origins = (changed: Record<string, Origin>): Record<string, Origin> => ({
  ...Object.fromEntries(RESIN_FIGURES.map(({ key }) => [key, 'data sheet'])), activationKJ: 'starting value', referencePotG: 'data sheet', massExponent: 'starting value', ...changed,
})

/** Six resins with invented names; the figures stand for data sheets that do not exist. */
export const RESINS: DemoResin[] = [
  {
    name: 'Lantern clear, slow', ratio: { basis: 'volume', a: 2, b: 1 }, densityA: 1.13, densityB: 0.98, tolerancePct: 3, pourFirst: 'b', referenceC: 21, activationKJ: 54,
    referencePotG: 150, massExponent: 0.32, maxMixMl: 1400, minDepthMm: 1.5, maxDepthMm: 26, kitMl: 4500, kitPrice: '128.00',
    milestones: { work: 62, gel: 4.5 * HOUR, tackFrom: 5 * HOUR, tackTo: 15 * HOUR, demould: 19 * HOUR, sand: 74 * HOUR, full: 130 * HOUR }, heatC: 58, whiteHold: 3, stockMl: 3100, leadDays: 3, viscosityA: 950, viscosityB: 180, clarity: 5, yellowing: 4, smell: 4, otherKits: [{ ml: 1500, price: '52.00', leadDays: 1 }], origins: origins({ densityA: 'measured', densityB: 'measured', tackTo: 'learned', sand: 'learned' }), note: 'The house resin for castings up to a thumb deep.',
  },
  {
    name: 'Lantern clear, quick', ratio: { basis: 'volume', a: 1, b: 1 }, densityA: 1.11, densityB: 0.99, tolerancePct: 3, pourFirst: 'b', referenceC: 21, activationKJ: 57,
    referencePotG: 120, massExponent: 0.38, maxMixMl: 600, minDepthMm: 1.5, maxDepthMm: 9, kitMl: 1900, kitPrice: '61.50',
    milestones: { work: 34, gel: 2 * HOUR, tackFrom: 3 * HOUR, tackTo: 7 * HOUR, demould: 11 * HOUR, sand: 52 * HOUR, full: 90 * HOUR }, heatC: 52, whiteHold: 2, stockMl: 1450, leadDays: 3, viscosityA: 1100, viscosityB: 320, clarity: 4, yellowing: 3, smell: 3, otherKits: [], origins: origins({ work: 'learned' }), note: 'Goes off soon in a full cup; spread it at once.',
  },
  {
    name: 'Deep hall casting', ratio: { basis: 'mass', a: 100, b: 46 }, densityA: 1.1, densityB: 0.97, tolerancePct: 2, pourFirst: 'a', referenceC: 20, activationKJ: 52,
    referencePotG: 800, massExponent: 0.28, maxMixMl: 6000, minDepthMm: 12, maxDepthMm: 60, kitMl: 9800, kitPrice: '214.00',
    milestones: { work: 150, gel: 14 * HOUR, tackFrom: 16 * HOUR, tackTo: 34 * HOUR, demould: 44 * HOUR, sand: 96 * HOUR, full: 165 * HOUR }, heatC: 55, whiteHold: 1, stockMl: 6200, leadDays: 6, viscosityA: 420, viscosityB: 60, clarity: 5, yellowing: 4, smell: 3, otherKits: [{ ml: 2900, price: '79.00', leadDays: 2 }], origins: origins({ demould: 'learned', densityA: 'measured', densityB: 'measured' }), note: 'For lamp bases; thin layers of it stay soft.',
  },
  {
    name: 'Hearth, heat resisting', ratio: { basis: 'mass', a: 100, b: 84 }, densityA: 1.15, densityB: 1.03, tolerancePct: 2, pourFirst: 'b', referenceC: 23, activationKJ: 60,
    referencePotG: 150, massExponent: 0.35, maxMixMl: 900, minDepthMm: 1.2, maxDepthMm: 12, kitMl: 2700, kitPrice: '119.00',
    milestones: { work: 48, gel: 3.5 * HOUR, tackFrom: 4.5 * HOUR, tackTo: 12 * HOUR, demould: 20 * HOUR, sand: 80 * HOUR, full: 160 * HOUR }, heatC: 140, whiteHold: 3, stockMl: 900, leadDays: 9, viscosityA: 1600, viscosityB: 240, clarity: 3, yellowing: 4, smell: 2, otherKits: [], origins: origins({ heatC: 'data sheet' }), note: 'Top coat near warmth. Not a food surface.',
  },
  {
    name: 'Bramble thin coat', ratio: { basis: 'volume', a: 1, b: 1 }, densityA: 1.09, densityB: 0.98, tolerancePct: 4, pourFirst: 'b', referenceC: 21, activationKJ: 55,
    referencePotG: 100, massExponent: 0.3, maxMixMl: 800, minDepthMm: 0.8, maxDepthMm: 5, kitMl: 3800, kitPrice: '96.00',
    milestones: { work: 40, gel: 2.5 * HOUR, tackFrom: 3.5 * HOUR, tackTo: 9 * HOUR, demould: 14 * HOUR, sand: 60 * HOUR, full: 100 * HOUR }, stockMl: 420, leadDays: 5, viscosityA: 700, viscosityB: 500, clarity: 4, yellowing: 3, smell: 3, otherKits: [{ ml: 950, price: '31.00', leadDays: 1 }], origins: origins({ minDepthMm: 'measured' }), note: 'Levels itself at a film of about two millimetres.',
  },
  {
    name: 'Thistle white-holding', ratio: { basis: 'volume', a: 3, b: 1 }, densityA: 1.16, densityB: 0.96, tolerancePct: 3, pourFirst: 'b', referenceC: 22, activationKJ: 56,
    referencePotG: 180, massExponent: 0.34, maxMixMl: 1000, minDepthMm: 2, maxDepthMm: 15, kitMl: 3600, kitPrice: '117.50',
    milestones: { work: 45, gel: 3 * HOUR, tackFrom: 4 * HOUR, tackTo: 11 * HOUR, demould: 16 * HOUR, sand: 66 * HOUR, full: 120 * HOUR }, heatC: 60, whiteHold: 5, stockMl: 2100, leadDays: 4, viscosityA: 3800, viscosityB: 900, clarity: 3, yellowing: 3, smell: 3, otherKits: [], origins: origins({ whiteHold: 'learned' }), note: 'Thick enough that white stays up after a short rest.',
  },
]
