import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { mesh, type MeshAnswer } from '../../core/mesh'
import { solidOf, type Shape } from '../../core/size'
import { binaryStl, prism, textStl, type Triangle } from '../fixtures/stl'
import { runs } from '../fixtures/runs'

const FOLDER = join(import.meta.dirname, '../fixtures/vectors')
const measured = (triangles: readonly Triangle[], samples = 8): MeshAnswer => {
  const result = mesh(binaryStl(triangles), samples)
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value
}

describe('vectors', () => {
  const vectors = readFileSync(join(FOLDER, 'mesh.jsonl'), 'utf8')
    .trim()
    .split('\n')
    .map(
      (line) =>
        JSON.parse(line) as {
          id: string
          file: string
          samples?: number
          answer?: MeshAnswer
          error?: { code: string }
        },
    )
  test.each(vectors.map((vector) => [vector.id, vector] as const))(
    '%s',
    (_id, { file, samples, answer, error }) => {
      const result = mesh(readFileSync(join(FOLDER, file)), samples)
      if (error) {
        expect(result).toMatchObject({ ok: false, code: error.code })
        return
      }
      if (!result.ok) throw new Error(JSON.stringify(result.issues))
      const { curve, volumeMl, ...rest } = result.value
      expect(rest).toMatchObject({
        watertight: answer!.watertight,
        heightMm: answer!.heightMm,
        triangles: answer!.triangles,
      })
      expect(Math.abs(volumeMl! - answer!.volumeMl!)).toBeLessThanOrEqual(1e-6 * answer!.volumeMl!)
      expect(curve).toHaveLength(answer!.curve!.length)
      curve!.forEach((point, i) =>
        expect(Math.abs(point.volumeMl - answer!.curve![i]!.volumeMl)).toBeLessThanOrEqual(
          1e-6 * answer!.volumeMl!,
        ),
      )
    },
  )
})

describe('a mesh of a shape equals its formula', () => {
  const mm = fc.integer({ min: 5, max: 200 })
  test('a tapered rectangle, at every level', () => {
    fc.assert(
      fc.property(
        fc.tuple(mm, mm, mm, mm, mm),
        fc.boolean(),
        ([w, l, topW, topL, h], insideOut) => {
          const bottom: [number, number][] = [
            [0, 0],
            [w, 0],
            [w, l],
            [0, l],
          ]
          const top: [number, number][] = [
            [0, 0],
            [topW, 0],
            [topW, topL],
            [0, topL],
          ]
          const triangles = prism(bottom, top, h)
          const answer = measured(
            insideOut ? triangles.map(([p, q, r]): Triangle => [p, r, q]) : triangles,
            16,
          )
          const shape: Shape = {
            kind: 'rectFrustum',
            bottomWidthMm: w,
            bottomLengthMm: l,
            topWidthMm: topW,
            topLengthMm: topL,
            heightMm: h,
          }
          const solid = solidOf(shape)!
          // The four sides of a skew taper are twisted; each is drawn as two triangles, so only
          // straight tapers agree.
          const isStraight = topW / w === topL / l
          expect(answer.watertight).toBe(true)
          expect(answer.heightMm).toBe(h)
          for (const point of answer.curve!)
            if (isStraight)
              expect(point.volumeMl).toBeCloseTo(solid.volumeBelowMl(point.heightMm), 6)
        },
      ),
      { seed: 71, numRuns: runs(60) },
    )
  })
  test('a box, exactly, wherever it lies', () => {
    const box: [number, number][] = [
      [10, 20],
      [70, 20],
      [70, 60],
      [10, 60],
    ]
    const answer = measured(prism(box, box, 25, -300), 10)
    expect(answer.volumeMl).toBeCloseTo(60, 9)
    expect(answer.curve!.map((point) => point.volumeMl)).toEqual(
      Array.from({ length: 11 }, (_, i) => expect.closeTo(6 * i, 9) as unknown),
    )
  })
  test('a frustum of many sides comes near the cone', () => {
    const circle = (radius: number): [number, number][] =>
      Array.from({ length: 720 }, (_, i) => [
        radius * Math.cos((i * Math.PI) / 360),
        radius * Math.sin((i * Math.PI) / 360),
      ])
    const solid = solidOf({
      kind: 'frustum',
      bottomDiameterMm: 60,
      topDiameterMm: 90,
      heightMm: 40,
    })!
    const answer = measured(prism(circle(30), circle(45), 40))
    // A polygon of n sides fills sin(2π/n)/(2π/n) of its circle.
    const share = Math.sin(Math.PI / 360) / (Math.PI / 360)
    for (const point of answer.curve!)
      expect(point.volumeMl).toBeCloseTo(solid.volumeBelowMl(point.heightMm) * share, 4)
  })
  test('the curve rises, and ends at the whole volume', () => {
    const answer = measured(
      prism(
        [
          [0, 0],
          [30, 0],
          [10, 25],
        ],
        [
          [0, 0],
          [60, 0],
          [20, 50],
        ],
        33,
      ),
      64,
    )
    const volumes = answer.curve!.map((point) => point.volumeMl)
    expect(volumes[0]).toBe(0)
    expect(volumes).toEqual([...volumes].sort((x, y) => x - y))
    expect(volumes.at(-1)).toBe(answer.volumeMl)
  })
})

describe('what is no closed mould', () => {
  const box: [number, number][] = [
    [0, 0],
    [10, 0],
    [10, 10],
    [0, 10],
  ]
  const closed = prism(box, box, 10)
  test.each<[string, Triangle[]]>([
    ['a triangle is missing', closed.slice(1)],
    ['a triangle stands twice', [...closed, closed[0]!]],
    [
      'a triangle is turned over',
      [[closed[0]![0], closed[0]![2], closed[0]![1]], ...closed.slice(1)],
    ],
  ])('%s: told, with its height and without a volume', (_what, triangles) => {
    expect(measured(triangles)).toEqual({
      watertight: false,
      volumeMl: null,
      heightMm: 10,
      triangles: triangles.length,
      curve: null,
    })
  })
  test('a collapsed triangle does no harm', () => {
    expect(
      measured([...closed, [closed[0]![0], closed[0]![0], closed[0]![1]]]).volumeMl,
    ).toBeCloseTo(1, 9)
  })
  test('minus zero is zero', () => {
    const turned = closed.map(
      (triangle) => triangle.map(([x, y, z]) => [x === 0 ? -0 : x, y, z]) as Triangle,
    )
    expect(measured([...closed.slice(0, 6), ...turned.slice(6)]).watertight).toBe(true)
  })
})

describe('files', () => {
  const box: [number, number][] = [
    [0, 0],
    [10, 0],
    [10, 10],
    [0, 10],
  ]
  const triangles = prism(box, box, 10)
  const bytes = (text: string) => new TextEncoder().encode(text)
  test('text and binary agree', () => {
    const [text, binary] = [mesh(bytes(textStl(triangles))), mesh(binaryStl(triangles))]
    expect(text).toEqual(binary)
  })
  test('a binary file whose header begins with "solid" is still binary', () => {
    expect(mesh(binaryStl(triangles, 'solid pretends to be text'))).toMatchObject({
      ok: true,
      value: { triangles: 12 },
    })
  })
  test.each<[string, Uint8Array]>([
    ['nothing', new Uint8Array()],
    ['a picture', Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 1, 2, 3, 4])],
    ['a binary file cut short', binaryStl(triangles).slice(0, -7)],
    ['a text file cut short', bytes(textStl(triangles).slice(0, 700))],
    ['a text without triangles', bytes('solid empty\nendsolid empty\n')],
    ['a count that the file cannot hold', binaryStl(triangles).fill(0xff, 80, 84)],
    ['numbers that are none', bytes(textStl(triangles).replace('vertex 0 0 0', 'vertex nan 0 0'))],
    [
      'numbers that are not finite',
      bytes(textStl(triangles).replace('vertex 0 0 0', 'vertex 1e999 0 0')),
    ],
  ])('%s is no STL', (_what, file) =>
    expect(mesh(file)).toMatchObject({ ok: false, code: 'unreadable-mesh' }),
  )
  test.each([0, -1, 1.5, Number.NaN, 10_001])('%d samples are refused', (samples) =>
    expect(mesh(binaryStl(triangles), samples)).toMatchObject({
      ok: false,
      issues: [{ path: 'samples' }],
    }),
  )
  test('progress goes from reading over checking to slicing', () => {
    const stages: string[] = []
    mesh(binaryStl(triangles), 8, (stage) => stages.push(stage))
    expect([...new Set(stages)]).toEqual(['reading', 'checking', 'slicing'])
  })
})

describe('a text that only looks like a mesh', () => {
  const HOSTILE = 300_000
  const facet = (vertex: string) =>
    `solid x\nfacet normal 0 0 1 outer loop vertex ${vertex} vertex 0 0 0 vertex 0 0 0 endloop endfacet\nendsolid`
  test.each([
    ['one endless number', facet('1'.repeat(HOSTILE))],
    ['endless blanks', facet(`1${' '.repeat(HOSTILE)}x`)],
    ['an endless normal', `solid x\nfacet normal ${'a '.repeat(HOSTILE / 2)}`],
    ['endless lines before its end', `solid x\n${'\n'.repeat(HOSTILE)}endsoli`],
  ])('is refused at once: %s', (_, text) => {
    const result = mesh(new TextEncoder().encode(text))
    expect(result.ok ? null : result.issues[0]!.code).toBe('stl-malformed')
  })
  test('one in capitals and odd blanks is read as before', () => {
    const read = mesh(
      new TextEncoder().encode(
        facet('0 0 0').replace(
          'vertex 0 0 0 vertex 0 0 0',
          '\tVERTEX 1e1 .5 0\r\nvertex 0 5. -1E0',
        ),
      ),
    )
    expect(read.ok ? null : read.code).not.toBe('unreadable-mesh')
  })
})
