import { expect, test } from '@jest/globals'
import { checkAny } from '../../shared/schemas/check'
import { runTargetsBefore, runTargetsSchema, runTargetsUnwetted } from '../../shared/schemas/runs'

const BEGUN = {
  resin: { ratio: { basis: 'mass', a: 100, b: 50 }, tolerancePct: 3 },
  parts: [{ part: 'a', readTo: 80, ownAmount: 80, unit: 'g' }],
  needMl: 100,
  stirMin: 4,
  restMin: 10,
  pourMin: 5,
  workMin: 40,
  heatAfterMin: [3],
}
const moss = { massG: 1.2, teaspoons: null, drops: null }
const wettedBy = (targets: object) => {
  const checked = checkAny(runTargetsSchema, targets)
  if (!checked.ok) throw new Error(JSON.stringify(checked.issues))
  return checked.value.cups.map(({ name, doses }) => [name, doses?.map((one) => one.premixMl)])
}

test('a run that was begun before powders were wetted first goes on', () => {
  const cup = {
    takenMl: 50,
    fillers: [],
    received: [],
    tint: '',
    restMin: 0,
  }
  const cups = [
    { ...cup, name: 'moss', doses: [{ ...moss, name: 'Moss mica', counted: null }] },
    { ...cup, name: 'clear', doses: null },
  ]
  const unwetted = { ...BEGUN, cups, pours: [] }
  expect(wettedBy(runTargetsUnwetted(unwetted))).toEqual([
    ['moss', [null]],
    ['clear', undefined],
  ])
})
test('so does one from before there were cups', () => {
  const colours = [{ name: 'moss', cupMl: 50, pigments: [{ ...moss, id: 'Moss mica' }] }]
  const cupped = runTargetsBefore({ ...BEGUN, colours }) as Parameters<typeof runTargetsUnwetted>[0]
  expect(wettedBy(runTargetsUnwetted(cupped))).toEqual([['moss', [null]]])
})
