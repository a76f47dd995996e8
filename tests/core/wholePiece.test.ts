import { describe, expect, test } from '@jest/globals'
import { makerId, mouldId, openJoints } from '../../core/tasks'
import { checkBending, checkCourse, inclusionMl, layerBelow, sizePiece } from '../../core/recipe'
import {
  newStep,
  type Entry,
  type Layer,
  type Material,
  type Mould,
  type Recipe,
} from '../../core/trade'
import { entries, made, planned, withCourse, work, workroom } from '../fixtures/planned'
import { costed, recipe, resin, rules, step } from '../fixtures/studio'

const sized = (one: Recipe) => {
  const answer = sizePiece(one)
  if (!answer.ok) throw new Error(JSON.stringify(answer.issues))
  return answer.value.layers
}
const COAT = { coat: { thicknessMm: 2, sideHeightMm: 10, sideThicknessMm: 1 } }

describe('what a layer takes', () => {
  test('a coat covers a part of its side, and its edges alone where it lies on them', () => {
    // 100 × 100 mm × 2 mm = 20 ml, 400 mm × 10 mm × 1 mm = 4 ml
    const net = (coat: Partial<Layer>) =>
      sized(made([{ name: 'coat', fill: COAT, ...coat }]))[0]!.netMl
    expect(net({ side: 'face' })).toBeCloseTo(24, 9)
    expect(net({ side: 'back', coversPct: 50 })).toBeCloseTo(12, 9)
    expect(net({ side: 'sides' })).toBeCloseTo(4, 9)
  })
  test('what stands proud takes room only as far as it is under the level, and the rest from the next layer', () => {
    const stones = { name: 'stone', count: 3, volumeMl: 10, underPct: 60 }
    const [lower, upper] = sized(
      made([
        { name: 'lower', fill: { depthMm: 10 }, inclusions: [stones] },
        { name: 'upper', fill: { depthMm: 10 } },
      ]),
    )
    expect(inclusionMl(stones)).toBe(30)
    expect(lower!.netMl).toBeCloseTo(100 - 18, 9)
    expect(upper!.netMl).toBeCloseTo(100 - 12, 9)
  })
  test('of the last layer what stands proud stands free', () => {
    const hook = { name: 'hook', massG: 27, density: 2.7, underPct: 50 }
    expect(
      sized(made([{ name: 'only', fill: { depthMm: 10 }, inclusions: [hook] }]))[0]!.netMl,
    ).toBeCloseTo(95, 9)
  })
})

describe('what a layer lies on', () => {
  const sides = (front: Recipe['front'], ...list: Layer['side'][]) =>
    made(
      list.map((side, i) => ({
        name: `l${i}`,
        side,
        fill: side === 'inside' ? { depthMm: 5 } : COAT,
      })),
      { front },
    )
  test('is the last before it on its side; inside and the open side are one', () => {
    const cast = sides('underside', 'inside', 'inside', 'back', 'face', 'face')
    expect(cast.layers.map((_, i) => layerBelow(cast, i))).toEqual([null, 0, 1, null, 3])
    const board = sides('upside', 'inside', 'face', 'back')
    expect(board.layers.map((_, i) => layerBelow(board, i))).toEqual([null, 0, null])
  })
})

describe('what several do together', () => {
  const bent = (hands?: number) =>
    withCourse(made([{ name: 'face' }]), [
      ...work('l1', 1),
      ...entries(
        ['demould', {}],
        ['other', { name: 'bend', pieceMin: 6, ...(hands && { hands }) }],
      ),
    ])
  test('begins for all of them at once, with somebody else for each', () => {
    const { at, asked } = planned(bent(2))
    const [own, other] = [at('bend'), at('bend, helping')]
    expect(other).toMatchObject({ startMin: own.startMin, endMin: own.endMin })
    expect(new Set([own.maker, other.maker]).size).toBe(2)
    expect(asked('bend, helping')).not.toHaveProperty('station')
    expect(planned(bent()).asked('bend, helping')).toBeUndefined()
  })
  test('is so for a visit while it cures, too', () => {
    const [turn] = entries(['other', { name: 'turn', layer: 'l1', at: [60], hands: 2 }])
    const { at } = planned(withCourse(made([{ name: 'face' }]), [...work('l1', 1), turn!]))
    expect(at('turn, helping')).toMatchObject({ startMin: at('turn').startMin })
    expect(at('turn, helping').maker).not.toBe(at('turn').maker)
  })
  test('cannot be planned where there are not so many', () => {
    const alone = { makers: workroom.makers.slice(0, 1) }
    expect(planned(bent(2), { where: alone }).solved.ok).toBe(false)
    expect(planned(bent(), { where: alone }).solved.ok).toBe(true)
  })
  test('is paid to each of them', () => {
    const labour = (recipe: Recipe) => {
      return Number(costed(recipe, 2, KNOWN).lines.find(({ name }) => name === 'bend')?.amount)
    }
    expect(labour(bent(3))).toBeCloseTo(3 * labour(bent()), 2)
  })
})

describe('a plan of a whole piece', () => {
  const two = made([{ name: 'face' }, { name: 'back', joins: 'wet' }])
  test('wet in wet: the next layer is poured before the one below has gelled, and nothing lies between', () => {
    const { at, asked } = planned(two)
    expect(at('pour back').startMin - at('pour face').endMin).toBeLessThanOrEqual(180)
    expect(asked('face cures')).toBeUndefined()
    expect(checkCourse(two)).toEqual([])
    expect(checkCourse(made([{ name: 'only', joins: 'wet' }])).map(({ code }) => code)).toEqual([
      'wet-on-nothing',
    ])
  })
  test('a coat on the other side waits until the piece is out and hard, not for a tack window', () => {
    const one = made([
      { name: 'body', fill: { depthMm: 10 } },
      { name: 'coat', side: 'face', fill: COAT },
    ])
    const course = [
      ...work('l1', 1),
      ...entries(['demould', {}], ['sand', {}]),
      ...work('l2', 2),
      ...entries(['pack', { waitsFor: 'full' }]).map((entry) => ({ ...entry, key: 'end' })),
    ]
    const { at, question } = planned(withCourse(one, course))
    expect(at('pour coat').startMin - at('pour body').endMin).toBeGreaterThan(4000)
    expect(at('Demould').startMin).toBeLessThan(at('pour coat').startMin)
    const held = question.request.tasks.find(({ mould }) => mould)
    // The mould is free after the demoulding, though a coat follows.
    expect(held?.mould?.untilTask).toBe(
      question.request.tasks.find(({ id }) => question.meaning.get(id)?.title === 'Demould')?.id,
    )
  })
  test('what the course sands itself is not sanded once more', () => {
    const sanding = made([{ name: 'face' }, { name: 'back', joins: 'sand' }])
    const own = withCourse(sanding, [
      ...work('l1', 1),
      ...entries(['sand', { name: 'Key the face' }]),
      ...work('l2', 2),
    ])
    const titles = (one: Recipe) =>
      [...planned(one).question.meaning.values()].map(({ title }) => title)
    expect(titles(sanding)).toContain('sand and wipe face')
    expect(titles(own)).not.toContain('sand and wipe face')
    const costs = (one: Recipe) => {
      return costed(one, 2, KNOWN).lines.map(({ name }) => name)
    }
    expect(costs(sanding)).toContain('sand and wipe face')
    expect(costs(own)).not.toContain('sand and wipe face')
  })
  test('a coat that goes on another side of what lies under it has that sanded, in the plan as in the cost', () => {
    const recipeOf = made([
      { name: 'body', fill: { depthMm: 10 } },
      { name: 'face coat', side: 'face', fill: COAT },
      { name: 'back coat', side: 'back', joins: 'sand', fill: COAT },
    ])
    const { at } = planned(recipeOf)
    expect(at('sand and wipe body').startMin - at('pour body').endMin).toBeGreaterThanOrEqual(4000)
    expect(at('pour back coat').startMin).toBeGreaterThanOrEqual(at('sand and wipe body').endMin)
    expect(costed(recipeOf, 2, KNOWN).lines.map(({ name }) => name)).toContain('sand and wipe body')
  })
  test('a form that is not there any more stops no plan', () => {
    const bent = withCourse(made([{ name: 'face' }], { mouldId: null }), [
      ...work('l1', 1),
      ...entries(
        ['form', { keeps: [{ what: 'form', mouldId: 77, until: 's1' }] }],
        ['pack', { waitsFor: 'full' }],
      ),
    ])
    expect(planned(bent).at('Pack')).toBeDefined()
  })
  test('one joint is sanded, the other is not', () => {
    const three = made([{ name: 'a' }, { name: 'b' }, { name: 'c' }])
    const [first, second] = openJoints(planned(three).line)
    expect([first, second]).toEqual(['1.2', '1.3'])
    const { at, question } = planned(three, { sanded: [second!] })
    expect(at('pour b').startMin - at('pour a').endMin).toBeLessThanOrEqual(720)
    expect(at('pour c').startMin - at('pour b').endMin).toBeGreaterThanOrEqual(4000)
    expect(
      [...question.meaning.values()]
        .filter(({ kind }) => kind === 'sand')
        .map(({ title }) => title),
    ).toEqual(['sand and wipe b'])
  })
  test('room is taken until somebody lifts the piece', () => {
    const one = withCourse(made([{ name: 'face' }]), [
      ...work('l1', 1),
      ...entries(['demould', {}], ['sand', {}]),
    ])
    const { asked, question } = planned(one)
    const idOf = (title: string) =>
      [...question.meaning].find(([, { title: own }]) => own === title)?.[0]
    expect(asked('face cures')?.place?.untilTask).toBe(idOf('hardens for Sand'))
    expect(asked('hardens for Sand')?.place?.untilTask).toBe(idOf('Sand'))
  })
  test('a form is held until what it is kept until, and there are only so many', () => {
    const bent = withCourse(made([{ name: 'face' }], { mouldId: null }), [
      ...work('l1', 1),
      ...entries(
        ['form', { keeps: [{ what: 'form', mouldId: 2, until: 's1' }] }],
        ['other', { name: 'Take it off the drum', waitsFor: 'full' }],
      ),
    ])
    const { at, asked, question } = planned(bent, { quantity: 2 })
    expect(asked('Form over the shape')?.mould).toMatchObject({ count: 2 })
    expect(asked('Form over the shape')?.mould?.untilTask).toBe(
      [...question.meaning].find(([, { title }]) => title === 'Take it off the drum')?.[0],
    )
    // Firm but bendy from the end of the tack until it may be demoulded.
    const after = at('Form over the shape').startMin - at('pour face').endMin
    expect(after).toBeGreaterThanOrEqual(720)
    expect(after).toBeLessThanOrEqual(1200)
    const few = planned(bent, {
      quantity: 2,
      where: { moulds: [{ id: mouldId.of(2), count: 1 }] },
    })
    expect(few.solved.ok).toBe(false)
  })
  test('a named maker does it, it is away a while, and it waits for what it comes after', () => {
    const painted = withCourse(made([{ name: 'face' }]), [
      ...work('l1', 1),
      ...entries(
        [
          'hand-over',
          { name: 'Send to the plotter', personId: 2, awayMin: 2880, waitsFor: 'handle' },
        ],
        [
          'other',
          { name: 'Lay on the film', waitsFor: null, after: [{ of: 'p1', leastMin: 6000 }] },
        ],
      ),
    ])
    const { at } = planned(painted)
    expect(at('Send to the plotter').maker).toBe(makerId.of(2))
    expect(at('Lay on the film').startMin - at('Send to the plotter').endMin).toBeGreaterThan(2879)
    expect(at('Lay on the film').startMin - at('pour face').endMin).toBeGreaterThanOrEqual(6000)
    expect(checkCourse(painted)).toEqual([])
  })
  test('a visit that nobody is there for in time is told, and not planned late', () => {
    const drips = (lateMin: number) =>
      withCourse(made([{ name: 'face' }]), [
        ...work('l1', 1),
        { ...newStep('drips', 's0', 'l1'), at: [12], lateMin, skill: 'pour' },
        { ...newStep('demould', 's1', null) },
      ])
    /** Poured in the evening, after the last shift of the day. */
    const evening = (one: Recipe) => {
      const { line } = planned(one)
      return planned(one, {
        paths: { pots: line.pots.map((pot) => ({ ...pot, pouredMin: 20 })) },
      })
    }
    const taped = drips(15)
    const off = evening({
      ...taped,
      course: taped.course.map((one) =>
        one.kind === 'drips' ? { ...one, kind: 'tape-off', name: 'Take the tape off' } : one,
      ),
    })
    // Tape has to come off, however late.
    expect(off.question.lost).toEqual([])
    expect(off.asked('Take the tape off')).toBeDefined()
    const gone = evening(drips(15))
    expect(gone.question.lost).toEqual([
      { lineId: 1, title: 'Wipe drips under the edge', dueMin: 32 },
    ])
    expect(gone.asked('Wipe drips under the edge')).toBeUndefined()
    expect(evening(drips(600)).question.lost).toEqual([])
  })
  test('what is done where it is needed is planned for nobody and costs nothing', () => {
    const one = withCourse(made([{ name: 'face' }]), [
      ...work('l1', 1),
      ...entries(['other', { name: 'Fill the pits', isOptional: true }], ['pack', {}]),
    ])
    expect(planned(one).asked('Fill the pits')).toBeUndefined()
    expect(planned(one).asked('Pack')).toBeDefined()
  })
})

test('what waits for something later, or is kept until something earlier, is refused at its field', () => {
  const one = withCourse(made([{ name: 'face' }]), [
    ...entries(['wipe', { after: [{ of: 'p1', leastMin: 10 }] }]),
    ...work('l1', 1),
    ...entries(['pack', { keeps: [{ what: 'flat', mouldId: null, until: 's0' }] }]).map(
      (entry) => ({
        ...entry,
        key: 'end',
      }),
    ),
  ])
  expect(checkCourse(one).map(({ path, code }) => `${path} ${code}`)).toEqual([
    'course[0].after[0].of within-later',
    'course[3].keeps[0].until kept-until-earlier',
  ])
})

const material = (id: number, name: string, unit: string, packSize: number, packPrice: string) =>
  [id, { id, name, unit, packSize, packPrice }] as [number, Material]
const KNOWN = {
  moulds: new Map<number, Mould>(),
  materials: new Map([
    material(1, 'river stones', 'g', 1000, '8.00'),
    material(2, 'threaded inserts', 'piece', 50, '10.00'),
    material(3, 'oak board', 'piece', 1, '12.50'),
    material(4, 'hard oil', 'ml', 500, '20.00'),
    material(5, 'fine sand', 'g', 2000, '8.00'),
  ]),
  rules,
}

test('every material of a piece has its price: base, inclusions and what the course uses', () => {
  const one = withCourse(
    made(
      [
        {
          name: 'face',
          inclusions: [
            { name: 'stones', count: 4, massG: 25, density: 2.5, materialId: 1 },
            { name: 'insert', count: 2, volumeMl: 0.5, materialId: 2 },
          ],
          cups: [
            {
              ...made([{ name: 'face' }]).layers[0]!.cups[0]!,
              fillers: [
                { name: 'sand', amount: { massG: 50, density: 2.5 }, materialId: 5 },
                { name: 'glass', amount: { ml: 5 } },
              ],
            },
          ],
        },
      ],
      { start: { of: 'base', materialId: 3, words: '' } },
    ),
    [
      ...work('l1', 1),
      ...entries([
        'oil',
        {
          uses: [
            { materialId: 4, amount: 15, per: 'piece' },
            { materialId: 2, amount: 1, per: 'batch' },
          ],
        },
      ]),
    ],
  )
  const amounts = Object.fromEntries(
    costed(one, 2, KNOWN).lines.map(({ name, amount }) => [name, amount]),
  )
  expect(amounts).toMatchObject({
    'oak board': '25.00', // two boards
    'river stones': '1.60', // 2 × 4 × 25 g at 8.00 a kilogram
    'fine sand': '0.40', // 2 × 50 g at 4.00 a kilogram
    'threaded inserts': '1.00', // 2 × 2 and one for the batch at 0.20
    'hard oil': '1.20', // 2 × 15 ml at 0.04
  })
})

test('a step kept before it could use or keep anything reads as it was', () => {
  const before = recipe({ steps: [step({ name: 'wax' })] })
  expect(before.course[0]).toMatchObject({
    after: [],
    keeps: [],
    uses: [],
    asks: null,
    personId: null,
    awayMin: 0,
    isOptional: false,
  })
})

test('what is bent is bent before what waits until it is too hard for that', () => {
  const bent = (...course: Entry[]) =>
    checkBending(
      withCourse(made([{ name: 'face' }]), [...work('l1', 1), ...course]),
      new Map([[1, resin]]),
    )
  const [demould, form] = entries(['demould', { name: 'Take it out' }], ['form', {}])
  expect(bent(form!, demould!)).toEqual([])
  expect(bent(demould!, form!)).toMatchObject([
    { path: 'course[3].waitsFor', code: 'too-hard-to-bend', params: { earlier: 'Take it out' } },
  ])
  // It may be handled as soon as it bends.
  expect(bent({ ...demould!, waitsFor: 'tackTo' }, form!)).toEqual([])
})
