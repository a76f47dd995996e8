import type { OutlineRequest } from '../../../core/outline'
import { exact, exactlyOne, positive, text } from '../fields'
import { pointsSchema } from './size'
import { schemaOf } from '../typed'

/** Longer than any drawing of a mould; the bound keeps a request from filling the memory. */
const LONGEST_PATH = 2_000_000

export const outlineSchema = schemaOf<OutlineRequest>()(
  exact({
    points: pointsSchema().optional(),
    svgPath: text(LONGEST_PATH),
    scale: exact({ units: positive().required(), mm: positive().required() }).required(),
    flattenMm: positive(),
  }).test('one', 'needs either points or svgPath', exactlyOne('points', 'svgPath')),
)
