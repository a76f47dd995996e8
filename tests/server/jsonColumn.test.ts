import { describe, expect, it } from '@jest/globals'
import { jsonColumn } from '../../server/db/jsonColumn'
import { body, list, positive } from '../../shared/schemas/fields'

const schema = body({ depthMm: positive().required(), cups: list(positive().required()) })
const first = jsonColumn({ name: 'layers.first', schema })
/** The same column after depths were once kept in centimetres, and cups were one number. */
const third = jsonColumn({
  name: 'layers.third',
  schema,
  upcasts: [
    ({ depthCm, ...rest }: { depthCm: number }) => ({ ...rest, depthMm: depthCm * 10 }),
    ({ cups, ...rest }: { cups: number }) => ({ ...rest, cups: [cups] }),
  ],
})

describe('a JSON column', () => {
  it('reads what it wrote', () => {
    for (const column of [first, third])
      expect(column.read(column.write({ depthMm: 12.5, cups: [3] }))).toEqual({
        depthMm: 12.5,
        cups: [3],
      })
  })

  it('writes its first version bare, later ones with their number', () => {
    expect(first.write({ depthMm: 1 })).toBe('{"depthMm":1}')
    expect(third.write({ depthMm: 1 })).toBe('{"v":3,"is":{"depthMm":1}}')
  })

  it.each([
    ['the first version', '{"depthCm":2,"cups":3}'],
    ['the second', '{"v":2,"is":{"depthMm":20,"cups":3}}'],
    ['its own', '{"v":3,"is":{"depthMm":20,"cups":[3]}}'],
  ])('brings %s up to date', (_, text) => {
    expect(third.read(text)).toEqual({ depthMm: 20, cups: [3] })
  })

  it('gives a value of its own at each reading', () => {
    const text = '{"depthMm":7}'
    first.read(text).depthMm = 8
    expect(first.read(text)).toEqual({ depthMm: 7 })
  })

  it.each([
    ['{"depthMm":-1}', 'layers.first holds what it should not: depthMm must be greater than 0'],
    ['{"depthMm":1,"wide":2}', 'layers.first holds what it should not: wide is not known here'],
    ['[]', 'layers.first holds what it should not'],
    ['{"v":2,"is":{"depthMm":1}}', 'layers.first was written by a newer version (2)'],
  ])('refuses %s, each time', (text, message) => {
    for (let time = 0; time < 2; time++) expect(() => first.read(text)).toThrow(message)
  })
})
