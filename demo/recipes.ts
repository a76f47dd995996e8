import { KINDS_OF_STEP, type SetPiece, type StepKind } from '../core/trade'
import type { LayerBefore, StepBefore } from '../shared/schemas/recipeBefore'
import type { Shape } from '../core/size'

/** A layer with its resin and pigments by name, and the rest as most layers of the Yard have it. */
export type DemoLayer = Partial<Omit<LayerBefore, 'id' | 'pigments' | 'resinId'>> &
  Pick<LayerBefore, 'name' | 'fill'> & { resin: string; pigments?: [string, number][] }

export interface DemoRecipe {
  name: string
  note: string
  shape: Shape
  others?: SetPiece[]
  footprintCm2: number
  mould: string | null
  layers: DemoLayer[]
  steps: StepBefore[]
}

/** A step as the Yard does it, where that is not the usual way. */
const on = (kind: StepKind, changes: Partial<StepBefore> = {}, layer = 0): StepBefore => {
  const { name, stands, holdsMin, usual } = KINDS_OF_STEP[kind]
  const { at, lateMin, within: _within, ...rest } = usual
  return {
    ...rest,
    kind,
    name,
    phase: stands,
    layer,
    atMin: at,
    holdsMin: stands === 'curing' ? lateMin : holdsMin,
    ...changes,
  }
}
const demould = (pieceMin: number): StepBefore => on('demould', { pieceMin })
const sand = (pieceMin: number): StepBefore => on('sand', { name: 'Trim and sand', pieceMin })
const pack = (pieceMin = 4): StepBefore => on('pack', { name: 'Photograph and pack', pieceMin })

const SLOW = 'Lantern clear, slow'
const QUICK = 'Lantern clear, quick'

export const RECIPES: DemoRecipe[] = [
  {
    name: 'Meadow bookend',
    note: 'Face down in the mould: the meadow is set into the first clear layer.',
    mould: 'Bookend mould',
    footprintCm2: 190,
    shape: { kind: 'rectangle', widthMm: 116, lengthMm: 148, cornerRadiusMm: 8, heightMm: 34 },
    layers: [
      {
        name: 'clear face',
        resin: SLOW,
        fill: { depthMm: 9 },
        inclusions: [
          { name: 'tall grasses', volumeMl: 4, heightMm: 5, xMm: -24, yMm: 2 },
          { name: 'clover heads', volumeMl: 2, heightMm: 6, xMm: 20, yMm: 1.5 },
        ],
        stirMin: 4,
        restMin: 8,
        pourMin: 4,
        heatAfterMin: [3, 25],
      },
      {
        name: 'moss body',
        resin: SLOW,
        fill: { depthMm: 17 },
        pigments: [['Moss mica', 2.2]],
        stirMin: 4,
        restMin: 10,
        pourMin: 3,
        heatAfterMin: [5],
      },
      {
        name: 'chalk back',
        resin: SLOW,
        fill: { toBrim: true },
        pigments: [['Chalk white paste', 3.5]],
        stirMin: 4,
        restMin: 12,
        pourMin: 3,
      },
    ],
    steps: [
      on('lay-out', { name: 'Lay out the meadow', pieceMin: 11, batchMin: 0 }),
      on('level', { name: 'Wipe and level moulds', pieceMin: 0, batchMin: 15 }),
      demould(3),
      sand(9),
      on('felt'),
      pack(),
    ],
  },
  {
    name: 'Deep clock dial',
    note: 'The works go in from behind after the sanding.',
    mould: 'Clock dial mould',
    footprintCm2: 730,
    shape: { kind: 'circle', diameterMm: 286, heightMm: 18 },
    layers: [
      {
        name: 'smoked face',
        resin: SLOW,
        fill: { depthMm: 5 },
        pigments: [['Slate ink', 0.6]],
        stirMin: 4,
        restMin: 10,
        pourMin: 6,
        heatAfterMin: [4, 30],
      },
      {
        name: 'copper ground',
        resin: SLOW,
        fill: { toBrim: true },
        pigments: [['Copper mica', 2.8]],
        stirMin: 4,
        restMin: 14,
        pourMin: 8,
        heatAfterMin: [5],
        recoat: 'tack',
      },
    ],
    steps: [
      on('level', { name: 'Wax and level the mould', pieceMin: 14, batchMin: 0 }),
      demould(8),
      sand(35),
      on('hardware', {
        name: 'Set the works',
        pieceMin: 22,
        waitsFor: 'full',
        needs: 'movement, hands, arbor key',
      }),
      pack(9),
    ],
  },
  {
    name: 'Room plaque',
    note: 'All numbers of a house from one colour.',
    mould: 'Plaque mould',
    footprintCm2: 128,
    shape: { kind: 'rectangle', widthMm: 84, lengthMm: 124, cornerRadiusMm: 12, heightMm: 8 },
    layers: [
      {
        name: 'numbered face',
        resin: 'Thistle white-holding',
        fill: { heightFraction: 0.45 },
        pigments: [['Chalk white paste', 3]],
        stirMin: 3,
        restMin: 12,
        pourMin: 2.5,
        heatAfterMin: [3],
      },
      {
        name: 'green back',
        resin: QUICK,
        fill: { toBrim: true },
        pigments: [['Bottle green ink', 1.4]],
        stirMin: 3,
        restMin: 5,
        pourMin: 1.5,
      },
    ],
    steps: [
      on('place', { name: 'Set the numerals', needs: 'brass numerals, tweezers' }),
      demould(2),
      sand(6),
      on('hardware', { name: 'Drill and fit pins', pieceMin: 5 }),
      pack(3),
    ],
  },
  {
    name: 'Drawer pull',
    note: 'Screw insert hangs in the pour.',
    mould: 'Drawer pull mould',
    footprintCm2: 18,
    shape: { kind: 'frustum', bottomDiameterMm: 31, topDiameterMm: 38, heightMm: 27 },
    layers: [
      {
        name: 'plum pull',
        resin: QUICK,
        fill: { toBrim: true },
        inclusions: [{ name: 'brass insert', massG: 11, density: 8.4 }],
        pigments: [['Plum paste', 1.8]],
        cups: 2,
        stirMin: 3,
        restMin: 3,
        pourMin: 1,
        heatAfterMin: [2],
      },
    ],
    steps: [
      on('place', { name: 'Hang the inserts', pieceMin: 2, needs: 'brass inserts, hanging wires' }),
      demould(1),
      sand(3),
      pack(1),
    ],
  },
  {
    name: 'Lamp base',
    note: 'Four depths on as many days; each must have stopped warming before the next.',
    mould: 'Lamp base mould',
    footprintCm2: 260,
    shape: { kind: 'frustum', bottomDiameterMm: 148, topDiameterMm: 112, heightMm: 176 },
    layers: [
      {
        name: 'soot foot',
        resin: 'Deep hall casting',
        fill: { depthMm: 36 },
        pigments: [['Soot paste', 1.2]],
        stirMin: 5,
        restMin: 10,
        pourMin: 6,
      },
      {
        name: 'amber depth',
        resin: 'Deep hall casting',
        fill: { depthMm: 48 },
        pigments: [['Amber ink', 0.5]],
        stirMin: 5,
        restMin: 10,
        pourMin: 6,
        heatAfterMin: [10],
      },
      {
        name: 'straw haze',
        resin: 'Deep hall casting',
        fill: { depthMm: 48 },
        pigments: [['Straw mica', 0.9]],
        stirMin: 5,
        restMin: 10,
        pourMin: 6,
      },
      {
        name: 'clear neck',
        resin: 'Deep hall casting',
        fill: { toBrim: true },
        stirMin: 5,
        restMin: 10,
        pourMin: 7,
        heatAfterMin: [10, 40],
      },
    ],
    steps: [
      on('seal', { name: 'Seal the core tube', pieceMin: 18, dryMin: 720 }),
      demould(10),
      sand(40),
      on('hardware', {
        name: 'Wire and test',
        pieceMin: 30,
        waitsFor: 'full',
        needs: 'flex, lamp holder, tester',
      }),
      pack(12),
    ],
  },
  {
    name: 'Keepsake block',
    note: 'What is set in must be bone dry.',
    mould: 'Keepsake mould',
    footprintCm2: 110,
    shape: { kind: 'measured', capacityMl: 402, heightMm: 46 },
    layers: [
      {
        name: 'clear bed',
        resin: SLOW,
        fill: { depthMm: 16 },
        stirMin: 4,
        restMin: 6,
        pourMin: 3,
        heatAfterMin: [3],
      },
      {
        name: 'clear over',
        resin: SLOW,
        fill: { depthMm: 20 },
        inclusions: [{ name: 'keepsake', volumeMl: 22, heightMm: 14, xMm: 0, yMm: 2 }],
        stirMin: 4,
        restMin: 6,
        pourMin: 6,
        heatAfterMin: [3, 20],
      },
      {
        name: 'clear close',
        resin: SLOW,
        fill: { toBrim: true },
        stirMin: 4,
        restMin: 6,
        pourMin: 3,
        heatAfterMin: [3],
      },
    ],
    steps: [
      on('place', { name: 'Dry and pin the keepsake', pieceMin: 16 }),
      demould(4),
      sand(28),
      pack(6),
    ],
  },
  {
    name: 'Chess side',
    note: 'Sixteen men of one colour in one go; they are one set.',
    mould: 'Chess men mould',
    footprintCm2: 340,
    shape: { kind: 'measured', capacityMl: 318, heightMm: 70 },
    layers: [
      {
        name: 'men',
        resin: SLOW,
        fill: { toBrim: true },
        pigments: [
          ['Soot paste', 1.6],
          ['Copper mica', 0.7],
        ],
        cups: 2,
        runOffPct: 4,
        stirMin: 4,
        restMin: 4,
        pourMin: 16,
        heatAfterMin: [4],
      },
    ],
    steps: [
      on('level', { name: 'Dust and close moulds', pieceMin: 20, batchMin: 0 }),
      demould(12),
      sand(48),
      on('felt', { name: 'Weight and felt', pieceMin: 32, needs: 'lead shot, felt, glue' }),
      pack(8),
    ],
  },
  {
    name: 'Candle screen',
    note: 'Poured flat, formed over the drum while it still bends.',
    mould: null,
    footprintCm2: 620,
    shape: { kind: 'rectangle', widthMm: 210, lengthMm: 280 },
    layers: [
      {
        name: 'amber sheet',
        resin: 'Bramble thin coat',
        fill: { coat: { thicknessMm: 2.4 } },
        pigments: [['Amber ink', 0.8]],
        runOffPct: 9,
        stirMin: 4,
        restMin: 12,
        pourMin: 7,
        heatAfterMin: [3, 30],
      },
    ],
    steps: [
      on('dam', { name: 'Dam the film', pieceMin: 16 }),
      on('witness'),
      on('form', {
        name: 'Lift and form over the drum',
        waitsFor: 'demould',
        needs: 'the drum, four straps',
      }),
      sand(12),
      pack(8),
    ],
  },
  {
    name: 'Oak shelf inlay',
    note: 'Seal the oak twice; damp wood clouds the resin.',
    mould: null,
    footprintCm2: 1500,
    shape: { kind: 'rectangle', widthMm: 64, lengthMm: 540, cornerRadiusMm: 20, heightMm: 14 },
    layers: [
      {
        name: 'bottle green vein',
        resin: SLOW,
        fill: { toBrim: true },
        pigments: [['Bottle green ink', 0.9]],
        runOffPct: 7,
        stirMin: 4,
        restMin: 15,
        pourMin: 12,
        heatAfterMin: [3, 20, 45],
      },
    ],
    steps: [
      on('seal', { name: 'Seal the channel', pieceMin: 24 }),
      sand(52),
      on('oil', { name: 'Oil and wax', pieceMin: 25, waitsFor: 'full' }),
      pack(10),
    ],
  },
  {
    name: 'Painted panel',
    note: 'One pours the ground, a second paints on it, the first coats it.',
    mould: null,
    footprintCm2: 980,
    shape: { kind: 'rectangle', widthMm: 300, lengthMm: 300 },
    layers: [
      {
        name: 'chalk ground',
        resin: 'Thistle white-holding',
        fill: { coat: { thicknessMm: 2.2, sideHeightMm: 18, sideThicknessMm: 0.6 } },
        pigments: [['Chalk white paste', 4]],
        runOffPct: 14,
        stirMin: 4,
        restMin: 14,
        pourMin: 9,
        heatAfterMin: [3, 20],
      },
      {
        name: 'clear coat',
        resin: 'Hearth, heat resisting',
        fill: { coat: { thicknessMm: 1.8, sideHeightMm: 18, sideThicknessMm: 0.5 } },
        runOffPct: 10,
        recoat: 'sand',
        stirMin: 4,
        restMin: 6,
        pourMin: 7,
        heatAfterMin: [3, 25],
      },
    ],
    steps: [
      on('dam', { name: 'Seal and tape the board', pieceMin: 20 }),
      on('tape-off'),
      on('hand-over', { name: 'Hand over to the painter' }, 1),
      on(
        'paint',
        { name: 'Paint on the ground', pieceMin: 55, dryMin: 1440, needs: 'acrylics, the sketch' },
        1,
      ),
      on('repaint', { pieceMin: 14 }),
      pack(9),
    ],
  },
  {
    name: 'Door finger plate',
    note: 'Hangs where every hand goes: sand fine.',
    mould: null,
    footprintCm2: 210,
    shape: { kind: 'rectangle', widthMm: 68, lengthMm: 270, cornerRadiusMm: 6 },
    layers: [
      {
        name: 'slate flood',
        resin: 'Bramble thin coat',
        fill: { coat: { thicknessMm: 1.9, sideHeightMm: 6, sideThicknessMm: 0.5 } },
        pigments: [
          ['Slate ink', 1.1],
          ['Straw mica', 0.6],
        ],
        runOffPct: 12,
        cups: 2,
        stirMin: 4,
        restMin: 16,
        pourMin: 4,
        heatAfterMin: [3],
      },
    ],
    steps: [
      on('seal', { name: 'Prime the plates', pieceMin: 9, dryMin: 240 }),
      on('drips'),
      on('sand', { name: 'Sand the edges', pieceMin: 8 }),
      pack(3),
    ],
  },
  {
    name: 'Desk set',
    note: 'Three pieces that lie on one desk: poured from one mix, so that the copper is the same.',
    mould: null,
    footprintCm2: 260,
    shape: { kind: 'rectangle', widthMm: 58, lengthMm: 212, cornerRadiusMm: 8, heightMm: 14 },
    others: [
      {
        name: 'paperweight',
        count: 1,
        shape: { kind: 'frustum', bottomDiameterMm: 72, topDiameterMm: 60, heightMm: 32 },
      },
      {
        name: 'stamp box lid',
        count: 2,
        shape: { kind: 'rectangle', widthMm: 62, lengthMm: 84, cornerRadiusMm: 5, heightMm: 9 },
      },
    ],
    layers: [
      {
        name: 'slate face',
        resin: SLOW,
        fill: { heightFraction: 0.4 },
        pigments: [['Slate ink', 0.8]],
        cups: 1,
        stirMin: 4,
        restMin: 8,
        pourMin: 5,
        heatAfterMin: [3, 25],
      },
      {
        name: 'copper back',
        resin: SLOW,
        fill: { toBrim: true },
        pigments: [['Copper mica', 2.4]],
        stirMin: 4,
        restMin: 10,
        pourMin: 5,
        heatAfterMin: [4],
      },
    ],
    steps: [on('level'), demould(6), sand(22), on('felt', { pieceMin: 6 }), pack(6)],
  },
  {
    name: 'Pendulum disc',
    note: 'Weighed against each other in pairs.',
    mould: 'Pendulum mould',
    footprintCm2: 92,
    shape: { kind: 'circle', diameterMm: 94, heightMm: 15 },
    layers: [
      {
        name: 'amber disc',
        resin: SLOW,
        fill: { heightFraction: 0.6 },
        pigments: [['Amber ink', 0.7]],
        stirMin: 4,
        restMin: 8,
        pourMin: 3,
        heatAfterMin: [3],
      },
      {
        name: 'soot back',
        resin: SLOW,
        fill: { toBrim: true },
        pigments: [['Soot paste', 2]],
        stirMin: 4,
        restMin: 8,
        pourMin: 2,
      },
    ],
    steps: [
      on('place', { name: 'Set the rod socket', pieceMin: 4 }),
      demould(3),
      sand(11),
      pack(3),
    ],
  },
]
