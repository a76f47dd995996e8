import {
  cup,
  HOT,
  layer,
  load,
  mix,
  pass,
  pour,
  QUICK,
  SLOW,
  step,
  WHITE,
  type PouredRecipe,
} from './pouredWords'

/** How a marbled block is made, whichever resin it is of: the rest is a share of the cup’s time. */
const marbled = (name: string, resin: string): PouredRecipe => ({
  name,
  note: 'One cup is poured into the other from a hand above it, and then all of it at once.',
  mould: 'Keepsake mould',
  shape: { kind: 'measured', capacityMl: 402, heightMm: 46 },
  footprintCm2: 110,
  layers: [
    layer({
      key: 'l1',
      name: 'marbled block',
      resin,
      fill: { depthMm: 18 },
      rest: { from: 0.15, to: 0.7, leastMin: 0 },
      cups: [
        cup(
          'clear',
          'amber clear',
          { rest: true },
          {
            isMixingCup: true,
            pigments: [['Amber ink', { n: 3, unit: 'drop' }]],
          },
        ),
        cup('straw', 'straw', { ml: 30 }, { pigments: [load('Straw mica', 2)] }),
        cup('both', 'marbled', null, {
          from: [
            { cup: 'clear', share: { rest: true } },
            { cup: 'straw', share: { rest: true } },
          ],
          stir: 'swirl',
        }),
      ],
    }),
  ],
  course: [
    step('lay-out', 'e1'),
    step('warm', 'e2', { needs: 'water bath, both bottles' }),
    mix('e3', 'l1', 5, { within: [{ of: 'e2', mostMin: 60 }] }),
    pour('e4', ['l1', 'both'], 2, { how: 'flood' }),
    pass('e5', 'l1', [4]),
    step('demould', 'e6'),
    step('sand', 'e7', { pieceMin: 8 }),
    step('pack', 'e8'),
  ],
})

/** Recipes whose layers are split into cups and poured in an order. */
export const FIRST_POURED: PouredRecipe[] = [
  {
    name: 'Thaw dial',
    note: 'Three colours run into each other; the heavy copper goes into the middle last.',
    mould: 'Clock dial mould',
    shape: { kind: 'circle', diameterMm: 286, heightMm: 18 },
    footprintCm2: 730,
    layers: [
      layer({
        key: 'l1',
        name: 'thaw face',
        resin: WHITE,
        fill: { depthMm: 6 },
        rest: { from: 0.15, to: 0.8, leastMin: 5 },
        cups: [
          cup(
            'slate',
            'slate',
            { rest: true },
            {
              isMixingCup: true,
              pigments: [load('Slate ink', 1.2)],
            },
          ),
          cup(
            'chalk',
            'chalk',
            { pct: 28 },
            {
              pigments: [load('Chalk white paste', 3)],
              rest: { from: 0.3, to: 0.9, leastMin: 0 },
            },
          ),
          cup('copper', 'copper', { pct: 18 }, { pigments: [load('Copper mica', 3.2)] }),
        ],
      }),
      layer({
        key: 'l2',
        name: 'soot ground',
        resin: SLOW,
        isHeated: true,
        fill: { toBrim: true },
        rest: { from: 0.1, to: 1, leastMin: 8 },
        cups: [
          cup(
            'soot',
            'soot',
            { rest: true },
            {
              isMixingCup: true,
              pigments: [load('Soot paste', 1.4)],
            },
          ),
        ],
      }),
    ],
    course: [
      step('level', 'e1', { name: 'Wax and level the mould', pieceMin: 14, batchMin: 0 }),
      mix('e2', 'l1', 4),
      pour('e3', ['l1', 'slate'], 1.5, {
        how: 'ring',
        where: 'round the rim',
        share: { pct: 55 },
      }),
      pour('e4', ['l1', 'chalk'], 1, {
        how: 'puddle',
        where: 'upper left',
        mark: { x: -0.4, y: -0.45 },
        share: { pct: 60 },
      }),
      pour('e5', ['l1', 'slate'], 1, {
        how: 'puddle',
        where: 'lower right',
        mark: { x: 0.4, y: 0.4 },
        share: { rest: true },
      }),
      pour('e6', ['l1', 'chalk'], 1, {
        how: 'dots',
        where: 'between them',
        mark: { x: 0.25, y: -0.3 },
        share: { rest: true },
      }),
      pour('e7', ['l1', 'copper'], 1.5, {
        how: 'puddle',
        where: 'into the middle, last',
        mark: { x: 0, y: 0 },
      }),
      pass('e8', 'l1', [2, 20]),
      mix('e9', 'l2', 4),
      pour('e10', ['l2', 'soot'], 6),
      pass('e11', 'l2', [5]),
      step('demould', 'e12', { pieceMin: 8 }),
      step('sand', 'e13', { name: 'Trim and sand', pieceMin: 35 }),
      step('hardware', 'e14', {
        name: 'Set the works',
        pieceMin: 22,
        waitsFor: 'full',
        needs: 'movement, hands, arbor key',
      }),
      step('pack', 'e15', { name: 'Photograph and pack', pieceMin: 9 }),
    ],
  },
  {
    name: 'Furrow plaques',
    note: 'A set from one mix: strips of clear keep the greens apart, the last is darkened by drops.',
    mould: 'Plaque mould',
    shape: { kind: 'rectangle', widthMm: 84, lengthMm: 124, cornerRadiusMm: 12, heightMm: 8 },
    others: [
      {
        name: 'key tag',
        count: 2,
        shape: { kind: 'rectangle', widthMm: 28, lengthMm: 52, cornerRadiusMm: 6, heightMm: 8 },
      },
    ],
    footprintCm2: 160,
    layers: [
      layer({
        key: 'l1',
        name: 'furrows',
        resin: QUICK,
        fill: { toBrim: true },
        rest: { from: 0.1, to: 0.9, leastMin: 4 },
        cups: [
          cup(
            'green',
            'green',
            { rest: true },
            {
              isMixingCup: true,
              pigments: [['Bottle green ink', { n: 4, unit: 'drop' }]],
            },
          ),
          cup('clear', 'clear', { pct: 20 }),
          cup('spare', 'clear in reserve', { ml: 4 }, { over: 'set' }),
        ],
      }),
    ],
    course: [
      step('lay-out', 'e1'),
      mix('e2', 'l1', 3),
      pour('e3', ['l1', 'green'], 1, {
        how: 'line',
        where: 'the upper third',
        mark: { x: 0, y: -0.65 },
        share: { pct: 38 },
      }),
      pour('e4', ['l1', 'clear'], 0.5, {
        how: 'barrier',
        where: 'below it',
        mark: { x: 0, y: -0.3 },
      }),
      pour('e5', ['l1', 'green'], 1, {
        how: 'line',
        where: 'the middle',
        mark: { x: 0, y: 0 },
        share: { pct: 36 },
        drops: [['Bottle green ink', 3]],
      }),
      pour('e6', ['l1', 'clear'], 0.5, {
        how: 'barrier',
        where: 'below that',
        mark: { x: 0, y: 0.32 },
      }),
      pour('e7', ['l1', 'green'], 1, {
        how: 'line',
        where: 'the lower third',
        mark: { x: 0, y: 0.65 },
        share: { rest: true },
        drops: [['Bottle green ink', 5]],
      }),
      pass('e8', 'l1', [3]),
      step('demould', 'e9', { pieceMin: 3 }),
      step('sand', 'e10', { pieceMin: 8 }),
      step('pack', 'e11', { pieceMin: 3 }),
    ],
  },
  {
    name: 'Hearth panel',
    note: 'Leaf is laid on while the ground is tacky; a clear coat closes it.',
    mould: null,
    shape: { kind: 'rectangle', widthMm: 240, lengthMm: 180 },
    footprintCm2: 480,
    layers: [
      layer({
        key: 'l1',
        name: 'plum ground',
        resin: SLOW,
        fill: { coat: { thicknessMm: 2.2 } },
        runOffPct: 12,
        rest: { from: 0.1, to: 0.9, leastMin: 6 },
        cups: [
          cup(
            'plum',
            'plum',
            { rest: true },
            {
              isMixingCup: true,
              pigments: [load('Plum paste', 2.4)],
            },
          ),
          cup(
            'copper',
            'copper',
            { pct: 22 },
            {
              pigments: [['Copper mica', { per30Ml: 0.6, unit: 'g' }]],
            },
          ),
        ],
      }),
      layer({
        key: 'l2',
        name: 'clear coat',
        resin: HOT,
        fill: { coat: { thicknessMm: 1.6 } },
        runOffPct: 15,
        joins: 'plain',
        cups: [cup('clear', 'clear', { rest: true }, { isMixingCup: true })],
      }),
    ],
    course: [
      step('seal', 'e1', { dryMin: 1440 }),
      step('dam', 'e2'),
      step('wax-back', 'e3'),
      mix('e4', 'l1', 4),
      pour(
        'e5',
        ['l1', 'plum'],
        2,
        { how: 'flood', where: 'all over', share: { pct: 85 } },
        { within: [{ of: 'e3', mostMin: 1440 }] },
      ),
      pour('e6', ['l1', 'copper'], 1.5, {
        how: 'drizzle',
        where: 'across the middle',
        mark: { x: 0, y: 0 },
      }),
      pour('e7', ['l1', 'plum'], 1, {
        how: 'dots',
        where: 'over the copper',
        mark: { x: 0.2, y: 0.2 },
        share: { rest: true },
      }),
      pass('e8', 'l1', [1, 15]),
      step('drips', 'e9', { layer: 'l1' }),
      step('tape-off', 'e10', { layer: 'l1' }),
      step('gild', 'e11', {
        name: 'Lay the leaf on',
        waitsFor: 'tackFrom',
        pieceMin: 12,
        dryMin: 0,
        needs: 'leaf, soft brush',
        within: [{ of: 'e7', mostMin: 2160 }],
      }),
      mix('e12', 'l2', 3),
      pour('e13', ['l2', 'clear'], 3),
      pass('e14', 'l2', [2]),
      step('pack', 'e15'),
    ],
  },
  marbled('Marbled keepsake', SLOW),
  marbled('Marbled keepsake, quick', QUICK),
]
