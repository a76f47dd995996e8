import { describe, expect, test } from '@jest/globals'
import { compute } from '../../server/services/compute/compute'
import { readVectors } from '../fixtures/readVectors'
import { differsAt } from '../fixtures/sameAs'
import { issueWords } from '../../shared/words'

const firstSegment = (path: string) => path.split(/[.[]/)[0]

describe.each([
  'mix',
  'rescue',
  'tint',
  'ladder',
  'size',
  'outline',
  'cure',
  'cure-band',
  'cautions',
  'cost',
  'split',
  'lots',
  'spares',
])('%s', (operation) => {
  test.each(readVectors(operation).map((vector) => [vector.id, vector] as const))(
    '%s',
    (_id, vector) => {
      const result = compute(operation, JSON.parse(vector.requestText), 0)
      if (!vector.error) {
        expect(
          result.ok ? differsAt(vector.answer, result.value, vector.tolerance) : result,
        ).toBeNull()
        return
      }
      expect(result.ok).toBe(false)
      if (result.ok) return
      expect(result.code).toBe(vector.error.code)
      expect(result.issues.every((issue) => issueWords(issue) !== '')).toBe(true)
      if (vector.error.paths)
        expect(new Set(result.issues.map((issue) => firstSegment(issue.path)))).toEqual(
          new Set(vector.error.paths.map(firstSegment)),
        )
    },
  )
})

describe('pots', () => {
  interface Grouping {
    pots: { layers: string[]; mixMl: number }[]
  }
  const largest = ({ pots }: Grouping) => Math.max(...pots.map((pot) => pot.mixMl))
  test.each(readVectors('pots').map((vector) => [vector.id, vector] as const))(
    '%s',
    (_id, vector) => {
      const result = compute('pots', JSON.parse(vector.requestText), 0)
      if (vector.error) {
        expect(result).toMatchObject({ ok: false, code: vector.error.code })
        return
      }
      if (!result.ok) throw new Error(JSON.stringify(result.issues))
      const [wanted, got] = [vector.answer as Grouping, result.value as Grouping]
      expect(got.pots).toHaveLength(wanted.pots.length)
      expect(largest(got)).toBeCloseTo(largest(wanted), 9)
    },
  )
})

test('the same request gives the same answer, byte for byte', () => {
  for (const operation of ['mix', 'size', 'cure', 'cost']) {
    for (const { requestText } of readVectors(operation)) {
      const answers = [1, 2].map(() =>
        JSON.stringify(compute(operation, JSON.parse(requestText), 0)),
      )
      expect(answers[0]).toBe(answers[1])
    }
  }
})
