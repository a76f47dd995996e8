import type { Layer, Step } from '../core/batch'
import type { Shape } from '../core/size'

/** A layer with its resin and pigments by name, and the rest as most layers of the Yard have it. */
export type DemoLayer = Partial<Omit<Layer, 'id' | 'pigments' | 'resinId'>> & Pick<Layer, 'name' | 'fill'> & { resin: string; pigments?: [string, number][] }

export interface DemoRecipe {
  name: string
  note: string
  shape: Shape
  footprintCm2: number
  mould: string | null
  layers: DemoLayer[]
  steps: Step[]
}

const before = (name: string, minutes: number, per: Step['per'], skill: string | null = 'finish'): Step => ({ name, phase: 'before', waitsFor: null, minutes, per, skill, stationKind: 'bench', dust: false, demoulds: false })
const demould = (minutes: number): Step => ({ name: 'Demould', phase: 'after', waitsFor: 'demould', minutes, per: 'piece', skill: 'finish', stationKind: 'finishing bench', dust: false, demoulds: true })
const sand = (minutes: number): Step => ({ name: 'Trim and sand', phase: 'after', waitsFor: 'sand', minutes, per: 'piece', skill: 'finish', stationKind: 'sander', dust: true, demoulds: false })
const after = (name: string, minutes: number, waitsFor: Step['waitsFor'], skill: string | null): Step => ({ name, phase: 'after', waitsFor, minutes, per: 'piece', skill, stationKind: skill === 'finish' ? 'finishing bench' : null, dust: false, demoulds: false })
const pack = (minutes = 4): Step => after('Photograph and pack', minutes, 'full', 'pack')

const SLOW = 'Lantern clear, slow'
const QUICK = 'Lantern clear, quick'

export const RECIPES: DemoRecipe[] = [
  {
    name: 'Meadow bookend', note: 'Face down in the mould: the meadow is set into the first clear layer.', mould: 'Bookend mould', footprintCm2: 190,
    shape: { kind: 'rectangle', widthMm: 116, lengthMm: 148, cornerRadiusMm: 8, heightMm: 34 },
    layers: [
      { name: 'clear face', resin: SLOW, fill: { depthMm: 9 }, inclusions: [{ name: 'pressed meadow', volumeMl: 6 }], stirMin: 4, restMin: 8, pourMin: 4, heatAfterMin: [3, 25] },
      { name: 'moss body', resin: SLOW, fill: { depthMm: 17 }, pigments: [['Moss mica', 2.2]], stirMin: 4, restMin: 10, pourMin: 3, heatAfterMin: [5] },
      { name: 'chalk back', resin: SLOW, fill: { toBrim: true }, pigments: [['Chalk white paste', 3.5]], stirMin: 4, restMin: 12, pourMin: 3 },
    ],
    steps: [before('Lay out the meadow', 11, 'piece', null), before('Wipe and level moulds', 15, 'batch'), demould(3), sand(9), after('Felt the foot', 4, 'sand', 'finish'), pack()],
  },
  {
    name: 'Deep clock dial', note: 'The works go in from behind after the sanding.', mould: 'Clock dial mould', footprintCm2: 730,
    shape: { kind: 'circle', diameterMm: 286, heightMm: 18 },
    layers: [
      { name: 'smoked face', resin: SLOW, fill: { depthMm: 5 }, pigments: [['Slate ink', 0.6]], stirMin: 4, restMin: 10, pourMin: 6, heatAfterMin: [4, 30] },
      { name: 'copper ground', resin: SLOW, fill: { toBrim: true }, pigments: [['Copper mica', 2.8]], stirMin: 4, restMin: 14, pourMin: 8, heatAfterMin: [5], recoat: 'tack' },
    ],
    steps: [before('Wax and level the mould', 14, 'piece'), demould(8), sand(35), after('Set the works', 22, 'full', 'finish'), pack(9)],
  },
  {
    name: 'Room plaque', note: 'All numbers of a house from one colour.', mould: 'Plaque mould', footprintCm2: 128,
    shape: { kind: 'rectangle', widthMm: 84, lengthMm: 124, cornerRadiusMm: 12, heightMm: 8 },
    layers: [{ name: 'numbered face', resin: 'Thistle white-holding', fill: { heightFraction: 0.45 }, pigments: [['Chalk white paste', 3]], stirMin: 3, restMin: 12, pourMin: 2.5, heatAfterMin: [3] }, { name: 'green back', resin: QUICK, fill: { toBrim: true }, pigments: [['Bottle green ink', 1.4]], stirMin: 3, restMin: 5, pourMin: 1.5 }],
    steps: [before('Set the numerals', 5, 'piece'), demould(2), sand(6), after('Drill and fit pins', 5, 'sand', 'finish'), pack(3)],
  },
  {
    name: 'Drawer pull', note: 'Screw insert hangs in the pour.', mould: 'Drawer pull mould', footprintCm2: 18,
    shape: { kind: 'frustum', bottomDiameterMm: 31, topDiameterMm: 38, heightMm: 27 },
    layers: [{ name: 'plum pull', resin: QUICK, fill: { toBrim: true }, inclusions: [{ name: 'brass insert', massG: 11, density: 8.4 }], pigments: [['Plum paste', 1.8]], cups: 2, stirMin: 3, restMin: 3, pourMin: 1, heatAfterMin: [2] }],
    steps: [before('Hang the inserts', 2, 'piece'), demould(1), sand(3), pack(1)],
  },
  {
    name: 'Lamp base', note: 'Four depths on as many days; each must have stopped warming before the next.', mould: 'Lamp base mould', footprintCm2: 260,
    shape: { kind: 'frustum', bottomDiameterMm: 148, topDiameterMm: 112, heightMm: 176 },
    layers: [
      { name: 'soot foot', resin: 'Deep hall casting', fill: { depthMm: 36 }, pigments: [['Soot paste', 1.2]], stirMin: 5, restMin: 10, pourMin: 6 },
      { name: 'amber depth', resin: 'Deep hall casting', fill: { depthMm: 48 }, pigments: [['Amber ink', 0.5]], stirMin: 5, restMin: 10, pourMin: 6, heatAfterMin: [10] },
      { name: 'straw haze', resin: 'Deep hall casting', fill: { depthMm: 48 }, pigments: [['Straw mica', 0.9]], stirMin: 5, restMin: 10, pourMin: 6 },
      { name: 'clear neck', resin: 'Deep hall casting', fill: { toBrim: true }, stirMin: 5, restMin: 10, pourMin: 7, heatAfterMin: [10, 40] },
    ],
    steps: [before('Seal the core tube', 18, 'piece'), demould(10), sand(40), after('Wire and test', 30, 'full', 'finish'), pack(12)],
  },
  {
    name: 'Keepsake block', note: 'What is set in must be bone dry.', mould: 'Keepsake mould', footprintCm2: 110,
    shape: { kind: 'measured', capacityMl: 402, heightMm: 46 },
    layers: [
      { name: 'clear bed', resin: SLOW, fill: { depthMm: 16 }, stirMin: 4, restMin: 6, pourMin: 3, heatAfterMin: [3] },
      { name: 'clear over', resin: SLOW, fill: { depthMm: 20 }, inclusions: [{ name: 'keepsake', volumeMl: 22 }], stirMin: 4, restMin: 6, pourMin: 6, heatAfterMin: [3, 20] },
      { name: 'clear close', resin: SLOW, fill: { toBrim: true }, stirMin: 4, restMin: 6, pourMin: 3, heatAfterMin: [3] },
    ],
    steps: [before('Dry and pin the keepsake', 16, 'piece', null), demould(4), sand(28), pack(6)],
  },
  {
    name: 'Chess side', note: 'Sixteen men of one colour in one go; they are one set.', mould: 'Chess men mould', footprintCm2: 340,
    shape: { kind: 'measured', capacityMl: 318, heightMm: 70 },
    layers: [{ name: 'men', resin: SLOW, fill: { toBrim: true }, pigments: [['Soot paste', 1.6], ['Copper mica', 0.7]], cups: 2, runOffPct: 4, stirMin: 4, restMin: 4, pourMin: 16, heatAfterMin: [4] }],
    steps: [before('Dust and close moulds', 20, 'piece'), demould(12), sand(48), after('Weight and felt', 32, 'sand', 'finish'), pack(8)],
  },
  {
    name: 'Candle screen', note: 'Poured flat, formed over the drum while it still bends.', mould: null, footprintCm2: 620,
    shape: { kind: 'rectangle', widthMm: 210, lengthMm: 280 },
    layers: [{ name: 'amber sheet', resin: 'Bramble thin coat', fill: { coat: { thicknessMm: 2.4 } }, pigments: [['Amber ink', 0.8]], runOffPct: 9, stirMin: 4, restMin: 12, pourMin: 7, heatAfterMin: [3, 30] }],
    steps: [before('Dam the film', 16, 'piece'), { ...demould(6), name: 'Lift and form over the drum', demoulds: false }, sand(12), pack(8)],
  },
  {
    name: 'Oak shelf inlay', note: 'Seal the oak twice; damp wood clouds the resin.', mould: null, footprintCm2: 1500,
    shape: { kind: 'rectangle', widthMm: 64, lengthMm: 540, cornerRadiusMm: 20, heightMm: 14 },
    layers: [{ name: 'bottle green vein', resin: SLOW, fill: { toBrim: true }, pigments: [['Bottle green ink', 0.9]], runOffPct: 7, stirMin: 4, restMin: 15, pourMin: 12, heatAfterMin: [3, 20, 45] }],
    steps: [before('Seal the channel', 24, 'piece'), { ...sand(52), waitsFor: 'sand' }, after('Oil and wax', 25, 'full', 'finish'), pack(10)],
  },
  {
    name: 'Painted panel', note: 'One pours the ground, a second paints on it, the first coats it.', mould: null, footprintCm2: 980,
    shape: { kind: 'rectangle', widthMm: 300, lengthMm: 300 },
    layers: [
      { name: 'chalk ground', resin: 'Thistle white-holding', fill: { coat: { thicknessMm: 2.2, sideHeightMm: 18, sideThicknessMm: 0.6 } }, pigments: [['Chalk white paste', 4]], runOffPct: 14, stirMin: 4, restMin: 14, pourMin: 9, heatAfterMin: [3, 20] },
      { name: 'clear coat', resin: 'Hearth, heat resisting', fill: { coat: { thicknessMm: 1.8, sideHeightMm: 18, sideThicknessMm: 0.5 } }, runOffPct: 10, recoat: 'sand', stirMin: 4, restMin: 6, pourMin: 7, heatAfterMin: [3, 25] },
    ],
    steps: [before('Seal and tape the board', 20, 'piece'), after('Repaint the sides', 14, 'sand', 'paint'), pack(9)],
  },
  {
    name: 'Door finger plate', note: 'Hangs where every hand goes: sand fine.', mould: null, footprintCm2: 210,
    shape: { kind: 'rectangle', widthMm: 68, lengthMm: 270, cornerRadiusMm: 6 },
    layers: [{ name: 'slate flood', resin: 'Bramble thin coat', fill: { coat: { thicknessMm: 1.9, sideHeightMm: 6, sideThicknessMm: 0.5 } }, pigments: [['Slate ink', 1.1], ['Straw mica', 0.6]], runOffPct: 12, cups: 2, stirMin: 4, restMin: 16, pourMin: 4, heatAfterMin: [3] }],
    steps: [before('Prime the plates', 9, 'piece'), after('Sand the edges', 8, 'sand', 'finish'), pack(3)],
  },
  {
    name: 'Pendulum disc', note: 'Weighed against each other in pairs.', mould: 'Pendulum mould', footprintCm2: 92,
    shape: { kind: 'circle', diameterMm: 94, heightMm: 15 },
    layers: [{ name: 'amber disc', resin: SLOW, fill: { heightFraction: 0.6 }, pigments: [['Amber ink', 0.7]], stirMin: 4, restMin: 8, pourMin: 3, heatAfterMin: [3] }, { name: 'soot back', resin: SLOW, fill: { toBrim: true }, pigments: [['Soot paste', 2]], stirMin: 4, restMin: 8, pourMin: 2 }],
    steps: [before('Set the rod socket', 4, 'piece'), demould(3), sand(11), pack(3)],
  },
]
