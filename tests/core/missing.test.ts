import { describe, expect, test } from '@jest/globals'
import { whatIsMissing } from '../../core/tasks'
import type { Furniture } from '../../core/tasks/whatIsMissing'
import { missingWords } from '../../shared/words'
import { recipe, step } from '../fixtures/studio'

const ALL: Furniture = {
  rooms: 1,
  stationKinds: new Set(['bench', 'pour table', 'finishing bench']),
  rackAreasCm2: [2000],
  people: [{ skills: ['pour', 'finish'], hasShifts: true }],
  resins: 1,
  moulds: new Map([[1, { name: 'Dial mould', count: 2 }]]),
  recipes: [{ ...recipe(), course: [], mouldId: 1, footprintCm2: 120 }],
  orders: 1,
  hasWage: true,
}
const lacks = (changes: Partial<Furniture>) => whatIsMissing({ ...ALL, ...changes })

describe('what a workshop lacks', () => {
  test('is nothing where everything is there', () => expect(lacks({})).toEqual([]))
  test('is told in the order in which it is seen to, and in words', () => {
    const nothing = lacks({
      rooms: 0,
      stationKinds: new Set(),
      rackAreasCm2: [],
      people: [],
      resins: 0,
      moulds: new Map(),
      recipes: [],
      orders: 0,
      hasWage: false,
    })
    expect(nothing.map((one) => missingWords(one).what)).toEqual([
      'No room yet',
      'No station of the kind “bench”',
      'No station of the kind “pour table”',
      'No rack',
      'Nobody has the skill “pour”',
      'No resin',
      'No recipe',
      'No order',
      'No wage',
    ])
    for (const one of nothing) expect(missingWords(one).why).toMatch(/^[A-Z“].*\.$/)
  })
  test('is what steps of recipes ask for, with the recipe', () => {
    const wanted = [step({ stationKind: 'lathe', skill: 'turn' })]
    const { course } = recipe({ steps: wanted })
    const recipes = [{ ...ALL.recipes[0]!, name: 'Turned disc', course }]
    expect(lacks({ recipes })).toEqual([
      { code: 'no-station', kind: 'lathe', for: 'Turned disc' },
      { code: 'nobody-can', skill: 'turn', for: 'Turned disc' },
    ])
  })
  test('is somebody who is there, a rack that is large enough, a mould to pour in', () => {
    expect(lacks({ people: [{ skills: ['pour'], hasShifts: false }] })).toEqual([
      { code: 'never-there', skill: 'pour', for: null },
    ])
    expect(lacks({ rackAreasCm2: [90, 100] })).toEqual([
      { code: 'rack-too-small', for: recipe().name, areaCm2: 120, largestCm2: 100 },
    ])
    expect(lacks({ moulds: new Map([[1, { name: 'Dial mould', count: 0 }]]) })).toEqual([
      { code: 'no-mould', mould: 'Dial mould', for: recipe().name },
    ])
  })
  test('says nothing of wages to who may not know them', () =>
    expect(lacks({ hasWage: null })).toEqual([]))
})
