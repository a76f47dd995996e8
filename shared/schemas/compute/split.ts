import type { SplitRequest } from '../../../core/split'
import {
  exact,
  exactlyOne,
  flag,
  list,
  named,
  notNegative,
  oneOf,
  positive,
  whole,
} from '../fields'
import { mixed } from 'yup'
import { schemaOf } from '../typed'

const always = () => mixed<true>().oneOf([true])
const share = () => ({ pct: notNegative(), ml: notNegative(), rest: always() })
const oneShare = exactlyOne('pct', 'ml', 'rest')
const ONE_SHARE = 'needs exactly one of pct, ml and rest'

const member = () =>
  exact({
    id: named(),
    netMl: notNegative().required(),
    pieces: whole().min(0).required(),
    inSet: whole().min(1),
  }).required()

const layer = () =>
  exact({
    id: named(),
    isCoat: flag(),
    runOffPct: notNegative(),
    members: list(member()).required().min(1),
  }).required()

const filler = () =>
  exact({
    id: named(),
    massG: notNegative(),
    ml: notNegative(),
    density: positive(),
    bulkDensity: positive(),
  })
    .required()
    .test('one', 'needs exactly one of massG and ml', exactlyOne('massG', 'ml'))
    .test(
      'densities',
      'needs density with massG, and both densities or neither with ml',
      (value) =>
        !value ||
        (value.massG !== undefined
          ? value.density !== undefined && value.bulkDensity === undefined
          : (value.density === undefined) === (value.bulkDensity === undefined)),
    )

const pigment = () =>
  exact({
    id: named(),
    loadPct: notNegative(),
    massG: notNegative(),
    drops: notNegative(),
    per30Ml: notNegative(),
    dropMl: positive(),
    density: positive(),
  })
    .required()
    .test(
      'one',
      'needs exactly one of loadPct, massG, drops and per30Ml',
      exactlyOne('loadPct', 'massG', 'drops', 'per30Ml'),
    )

const cup = () =>
  exact({
    id: named(),
    parts: list(
      exact({ ...share(), layer: named().optional() })
        .required()
        .test('one', ONE_SHARE, oneShare),
    ),
    over: oneOf(['set', 'batch'] as const).nullable(),
    isMixingCup: flag(),
    fillers: list(filler()),
    pigments: list(pigment()),
    from: list(
      exact({ ...share(), cup: named() })
        .required()
        .test('one', ONE_SHARE, oneShare),
    ),
  }).required()

const step = () =>
  exact({
    ...share(),
    fill: named().optional(),
    pour: named().optional(),
    layer: named().optional(),
    members: list(named()).min(1),
    drops: list(exact({ id: named(), n: notNegative().required(), dropMl: positive() }).required()),
  })
    .required()
    .test('one', 'needs exactly one of fill and pour', exactlyOne('fill', 'pour'))
    .test(
      'share',
      'needs at most one of pct, ml and rest',
      (value) =>
        !value ||
        [value.pct, value.ml, value.rest].filter((given) => given !== undefined).length <= 1,
    )
    .test(
      'fill-alone',
      'fill stands alone',
      (value) =>
        !value ||
        value.fill === undefined ||
        Object.entries(value).every(([key, given]) => key === 'fill' || given === undefined),
    )

export const splitSchema = schemaOf<SplitRequest>()(
  exact({
    mixDensity: positive().nullable(),
    filmMl: notNegative(),
    secondCup: flag(),
    sparePct: notNegative(),
    mixedMl: positive().nullable(),
    layers: list(layer()).required().min(1),
    cups: list(cup()),
    steps: list(step()),
  }),
)
