import { originOf, type Resin } from '../trade'
import type { Measure, MixAnswer, Part } from '../mix'
import type { Why } from './types'

/** Derives what a maker reads after pouring one part, on the digits or marks of the device. */
export function whyPart(
  resin: Resin,
  needMl: number,
  measure: Measure,
  mixed: MixAnswer,
  part: Part,
): Why {
  const step = mixed.steps.find((one) => one.part === part)
  const unit = step?.unit ?? (measure.kind === 'cup' ? 'ml' : 'g')
  const field = unit === 'ml' ? 'volumeMl' : 'massG'
  const addsUp = measure.kind === 'cup' || (measure.kind === 'scale' && measure.tare === false)
  const device =
    measure.kind === 'cup'
      ? measure.graduationMl
      : measure.kind === 'scale'
        ? measure.resolutionG
        : 0
  return {
    title: `Part ${part.toUpperCase()} for this pot`,
    value: step?.readTo ?? mixed.exact[part][field],
    unit,
    decimals: unit === 'g' ? 1 : 0,
    formula: `the need split by the ratio, taken to whole ${measure.kind === 'cup' ? 'marks' : 'digits'} so that there is enough and the ratio stays within 1 %${addsUp ? '; the reading adds up over both parts' : '; the scale is zeroed between the parts'}`,
    inputs: [
      { name: 'need', value: needMl, unit: 'ml', decimals: 1, source: 'worked out' },
      {
        name: `ratio by ${resin.ratio.basis}`,
        value: `${resin.ratio.a} : ${resin.ratio.b}`,
        source: 'resin',
      },
      {
        name: 'density of A',
        value: resin.densityA ?? null,
        unit: 'g/ml',
        decimals: 3,
        source: originOf(resin, 'densityA'),
      },
      {
        name: 'density of B',
        value: resin.densityB ?? null,
        unit: 'g/ml',
        decimals: 3,
        source: originOf(resin, 'densityB'),
      },
      {
        name: `exact part ${part.toUpperCase()}`,
        value: mixed.exact[part][field],
        unit,
        decimals: 2,
        source: 'worked out',
      },
      {
        name: measure.kind === 'cup' ? 'marks every' : 'scale shows',
        value: device,
        unit,
        decimals: 2,
        source: 'typed',
      },
      {
        name: 'ratio error from rounding',
        value: mixed.measured.ratioErrorPct,
        unit: '%',
        decimals: 2,
        source: 'worked out',
      },
      {
        name: 'surplus from rounding',
        value: mixed.measured.surplusMl,
        unit: 'ml',
        decimals: 1,
        source: 'worked out',
      },
    ],
    otherwise:
      resin.ratio.basis === 'volume'
        ? 'By weight the numbers differ: each part is heavier or lighter than the other. Never mix the two ways.'
        : 'By volume the numbers differ, since the parts weigh differently. Never mix the two ways.',
  }
}
