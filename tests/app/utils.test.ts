import type { Pot } from '../../shared/types/pots'
import { mixesOfLayer } from '../../app/utils/mixesOfLayer'
import { describe, expect, test } from '@jest/globals'
import { styleHere } from '../../app/utils/beginnings'
import { moneyOf } from '../../app/utils/moneyOf'
import { clockOfDay } from '../../app/utils/clockOfDay'
import { changesBetween } from '../../app/utils/changes'
import { cautionsFor } from '../../app/utils/cautions'
import { howSurely, nextOpening, whatNow } from '../../app/utils/nextOpening'
import { readableOn } from '../../app/utils/readableOn'
import { whyThenWords } from '../../shared/words'
import { BINDINGS, type Binding } from '../../core/plan'
import type { Awaited } from '../../core/trade'
import type { PieceOpening, PieceRow } from '../../shared/types/pieces'
import type { PlanTaskRow } from '../../shared/types/plan'

const HOUR = 3_600_000
/** A milestone an hour either way. */
const opening = (milestone: Awaited, at: string): PieceOpening => {
  const shifted = (hours: number) => new Date(Date.parse(at) + hours * HOUR).toISOString()
  return { milestone, from: shifted(-1), at, until: shifted(1) }
}
const piece = (changes: Partial<PieceRow> = {}): PieceRow => ({
  id: 1,
  number: 1,
  state: 'curing',
  orderId: 1,
  orderLineId: 1,
  isOwn: true,
  orderTitle: '',
  recipeId: 1,
  recipeName: '',
  layerName: '',
  letter: 'A',
  tint: '#444444',
  resinId: 1,
  placeId: 1,
  footprintCm2: 1,
  curedFrom: '1970-01-01T00:00:00.000Z',
  layersLeft: 0,
  hasMould: true,
  mends: null,
  parts: [],
  version: 1,
  openings: [
    opening('tackFrom', '1970-01-01T04:00:00.000Z'),
    opening('tackTo', '1970-01-01T12:00:00.000Z'),
    opening('demould', '1970-01-01T20:00:00.000Z'),
    opening('sand', '1970-01-03T00:00:00.000Z'),
  ],
  ...changes,
})

describe('nextOpening', () => {
  test.each<[string, Partial<PieceRow>, number, string | null]>([
    ['a last layer waits for the demould', {}, 1, 'demould'],
    ['a face waits until it is tacky', { layersLeft: 1 }, 1, 'tackFrom'],
    ['a tacky face must be poured before it dries', { layersLeft: 1 }, 5, 'tackTo'],
    ['a dry face waits until it can be sanded', { layersLeft: 1 }, 13, 'sand'],
    ['without a mould nothing is demoulded', { hasMould: false }, 1, 'sand'],
    ['everything is open', {}, 100, null],
  ])('%s', (_what, changes, hours, milestone) =>
    expect(nextOpening(piece(changes), hours * HOUR)?.milestone ?? null).toBe(milestone),
  )
  test('only the tack window closes', () => {
    expect(nextOpening(piece({ layersLeft: 1 }), 5 * HOUR)?.closes).toBe(true)
    expect(nextOpening(piece(), 1)?.closes).toBe(false)
  })
  test('a milestone is surely reached at the end of its band, perhaps from its beginning', () =>
    expect([18, 19, 20.9, 21].map((hour) => howSurely(piece(), 'demould', hour * HOUR))).toEqual([
      'not yet',
      'perhaps',
      'perhaps',
      'surely',
    ]))
  test('what to do when nothing is waited for', () =>
    expect(whatNow(piece({ layersLeft: 1 }))).toContain('next layer'))
})

test('changes name the field, what it was and what it is', () => {
  expect(
    changesBetween({ note: '', lines: [1], version: 1 }, { note: 'x', lines: [1], version: 2 }),
  ).toEqual([{ field: 'the note', before: '(empty)', after: 'x' }])
})
test('letters stay readable on any tint', () =>
  expect([readableOn('#f4f1ea'), readableOn('#26221f')]).toEqual(['#1d1a15', '#fbf8f0']))
test('every reason has its words, and no caution stands twice', () => {
  const at = (hour: number) => new Date(Date.UTC(2026, 2, 2, hour)).toISOString()
  const own = (changes: {
    binding: Binding
    kind?: PlanTaskRow['kind']
    withKey?: string | null
  }) => ({ kind: 'mix' as const, withKey: null, startAt: at(10), ...changes })
  const words = BINDINGS.map((binding) => whyThenWords(own({ binding }), undefined, 'Somebody'))
  words.push(whyThenWords(own({ binding: 'lag', withKey: 'clock' }), undefined, 'Somebody'))
  expect(new Set(words).size).toBe(BINDINGS.length + 1)
  expect(words.at(-1)).toContain('resin')
  expect(
    whyThenWords(own({ binding: 'lag', kind: 'pour', withKey: 'clock' }), undefined, 'Somebody'),
  ).toBe(words[BINDINGS.indexOf('lag')])
  // What it waits for lies before it; what its window must not close for lies after it.
  const other = (hour: number) => ({ title: 'pour back', startAt: at(hour) }) as PlanTaskRow
  expect(whyThenWords(own({ binding: 'lag', kind: 'pour' }), other(8), 'Somebody')).toBe(
    'It comes after “pour back”, as soon as the wait between the two is over.',
  )
  expect(whyThenWords(own({ binding: 'lag', kind: 'pour' }), other(20), 'Somebody')).toBe(
    'Any sooner, and the window that it opens would close too soon for “pour back”.',
  )
  const lines = cautionsFor(['liquid', 'heat', 'liquid'])
  expect(new Set(lines).size).toBe(lines.length)
})

test('a minute of the day is read as on a clock, the last as 24:00', () => {
  expect([0, 425, 1320, 1440].map(clockOfDay)).toEqual(['00:00', '07:05', '22:00', '24:00'])
})

test.each([
  ['12,50', '12.50'],
  [' 12,5 ', '12.5'],
  ['12.50', '12.50'],
  ['1,250', '1,250'],
  ['1.250,00', '1.250,00'],
  ['', ''],
])('money typed as %j is handed on as %j', (typed, sum) => expect(moneyOf(typed)).toBe(sum))
test('a new workshop writes days and decimals as the browser does', () => {
  expect(['de-DE', 'en-US', 'sv-SE', 'en-GB'].map((locale) => styleHere(locale))).toEqual([
    { dateStyle: 'dmy', decimalMark: ',' },
    { dateStyle: 'mdy', decimalMark: '.' },
    { dateStyle: 'ymd', decimalMark: ',' },
    { dateStyle: 'dmy', decimalMark: '.' },
  ])
})
test('where decimals are written with a comma, a comma is nothing else', () => {
  expect(['0,1250', '1,250', '12.50'].map((typed) => moneyOf(typed, ','))).toEqual([
    '0.1250',
    '1.250',
    '12.50',
  ])
})

describe('the mixes of a layer', () => {
  const part = (partNo: number, pieces: number) => ({
    partNo,
    firstPiece: 1,
    pieces,
    needMl: 10 * pieces,
    workMin: 40,
    busyMin: 10,
    restMin: 6,
  })
  const portion = (lineId: number, layerId: number, pieces: number) =>
    ({ lineId, layer: { id: layerId }, pieces }) as Pot['portions'][number]
  const pot = (id: number, letter: string, portions: Pot['portions']) =>
    ({ id, letter, needMl: 100 + id, portions }) as Pot
  const would = [part(1, 4), part(2, 4)]

  test('are the pots that stand ready, with what they really hold', () =>
    expect(
      mixesOfLayer(
        { lineId: 7, layerId: 1 },
        [
          pot(1, 'C', [portion(7, 1, 3), portion(7, 1, 2)]),
          pot(2, 'D', [portion(7, 1, 3), portion(8, 1, 1)]),
          pot(3, 'E', [portion(7, 2, 8)]),
        ],
        would,
      ),
    ).toEqual([
      { key: 'pot 1', letter: 'C', pieces: 5, needMl: 101, restMin: 6, isShared: false },
      { key: 'pot 2', letter: 'D', pieces: 3, needMl: 102, restMin: 6, isShared: true },
    ]))
  test('or how it would be mixed where there is none', () =>
    expect(
      mixesOfLayer({ lineId: 9, layerId: 1 }, [pot(1, 'C', [portion(7, 1, 3)])], would).map(
        ({ letter, pieces, needMl }) => [letter, pieces, needMl],
      ),
    ).toEqual([
      [null, 4, 40],
      [null, 4, 40],
    ]))
})
