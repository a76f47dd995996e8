import { describe, expect, test } from '@jest/globals'
import { batchOf, layerOfBatch } from '../../core/batch'
import { cureWait } from '../../core/curing'
import { CLEAR_TINT, potsOfLayer, tintOf } from '../../core/pot'
import {
  holdingChain,
  makerId,
  mouldId,
  placeId,
  planRequest,
  stationId,
  type PlanLine,
  openJoints,
} from '../../core/tasks'
import { sizePiece, workOf } from '../../core/recipe'
import { wageOf, wagesBySkill, type Recipe } from '../../core/trade'
import { workableMin } from '../../core/resin'
import { checkPlan, plan, type PlanAnswer } from '../../core/plan'
import { whyMixMl } from '../../core/why'
import {
  batch,
  costed,
  demoulding,
  layer,
  mould,
  pigment,
  poured,
  recipe,
  resin,
  rules,
  shelf,
  step,
} from '../fixtures/studio'

const sizedOf = (one: Recipe) => {
  const sized = sizePiece(one)
  if (!sized.ok) throw new Error(JSON.stringify(sized.issues))
  return sized.value.layers
}

describe('potsOfLayer', () => {
  const pots = (pieces: number, changes = {}, mostPieces?: number) =>
    potsOfLayer(poured(changes), sizedOf(recipe())[0]!, pieces, {
      resin,
      rules,
      warmC: 20,
      mostPieces,
    })

  test('one pot while it is small enough and quick enough', () => {
    // 4 pieces × 100 ml = 400 ml, at most 500; rest 6 + 4 × 2 min
    expect(pots(4)).toMatchObject({
      warnings: [],
      pots: [{ partNo: 1, firstPiece: 1, pieces: 4, needMl: 400, busyMin: 14 }],
    })
  })
  test('equal pots, as few as the greatest mix allows', () => {
    expect(pots(12).pots.map((pot) => [pot.firstPiece, pot.pieces])).toEqual([
      [1, 4],
      [5, 4],
      [9, 4],
    ])
    expect(pots(7).pots.map((pot) => pot.pieces)).toEqual([4, 3])
  })
  test('a slow pour splits a pot that is small enough', () => {
    expect(pots(4, { pourMin: 9 }).pots.length).toBeGreaterThan(1)
  })
  test('no more pieces than there are moulds', () =>
    expect(pots(4, {}, 2).pots.map((pot) => pot.pieces)).toEqual([2, 2]))
  test('what even one piece breaks is said', () => {
    const thick = recipe({
      shape: { kind: 'rectangle', widthMm: 300, lengthMm: 100, heightMm: 30 },
      layers: [layer({ fill: { toBrim: true } })],
    })
    expect(
      potsOfLayer({ layer: thick.layers[0]!, work: workOf(thick, 0) }, sizedOf(thick)[0]!, 1, {
        resin,
        rules,
        warmC: 20,
      }).warnings,
    ).toEqual([
      expect.stringContaining(
        '30.0 mm is deeper than the 20.0 mm it bears at once: split it into 2 layers of 15.0 mm',
      ),
      expect.stringContaining('900.0 ml is more than the 500.0 ml'),
    ])
  })
})

test('a large cup and a warm bench shorten the working time', () => {
  // 150 ml of 2:1 weigh 100·1.1 + 50·1 = 160 g; 40·(100/160)^0.3 = 34.74 min at 20 °C, by hand
  expect(workableMin(resin, 150, 20)).toBeCloseTo(34.74, 2)
  expect(workableMin(resin, 300, 20)).toBeLessThan(workableMin(resin, 150, 20))
  expect(workableMin(resin, 150, 26)).toBeLessThan(workableMin(resin, 150, 20))
})

test('openings are taken in the cold, closings in the warmth', () => {
  const wait = cureWait(resin, 'tackFrom', { coldC: 15, warmC: 25 }, 10)
  expect(wait.surelyByMin).toBeGreaterThan(240 * 1.1)
  expect(wait.notBeforeMin).toBeLessThan(240)
})

test('the costs of a batch, by hand', () => {
  // 2 pieces × 100 ml at 40.00 per 1000 ml = 8.00; the mix weighs 213.33 g, 3 % of it 6.40 g at
  // 0.50 = 3.20 prepare 2 × 10 min = 10.00, mix 8 min = 4.00, pour 2 × 2 min = 2.00, demould 2 × 3
  // min = 3.00; mould 2 × 20/40 = 1.00
  const cost = costed(recipe({ layers: [layer({ pigments: [{ pigmentId: 1, loadPct: 3 }] })] }), 2)
  expect(cost.lines.map((line) => line.amount)).toEqual([
    '8.00',
    '3.20',
    '10.00',
    '4.00',
    '2.00',
    '3.00',
    '1.00',
  ])
  expect(cost).toMatchObject({ batchCost: '31.20', costPerGood: '15.60', price: '31.20' })
})

test('where people are paid differently a step costs the mean of those who can do it, by hand', () => {
  const wages = wagesBySkill(
    [
      { skills: ['pour', 'finish'], wage: '24.00' },
      { skills: ['pour'], wage: null },
      { skills: [], wage: '15.00' },
    ],
    '30.00',
  )
  // pour (24 + 30) / 2, finish 24, anybody (24 + 30 + 15) / 3
  expect(wages).toEqual({ '': '23.0000', pour: '27.0000', finish: '24.0000' })
  expect(wagesBySkill([{ skills: ['pour'], wage: null }], '30.00')).toEqual({})
  const money = { ...rules.money, wages }
  expect(wageOf(money, 'paint')).toBe('30.00')
  const cost = costed(
    recipe({
      mouldId: null,
      steps: [
        step({ name: 'level', skill: null, pieceMin: 10 }),
        step({ name: 'wax', skill: 'finish', pieceMin: 10 }),
      ],
    }),
    2,
    { rules: { ...rules, money } },
  )
  // level 2 × 10 min at 23.00, wax 2 × 10 min at 24.00, mix 8 min and pour 2 × 2 min at 27.00
  expect(cost.lines.slice(1)).toEqual(
    [
      ['level', '7.67'],
      ['wax', '8.00'],
      ['mix face', '3.60'],
      ['pour face', '1.80'],
    ].map(([name, amount]) => ({ name, kind: 'labour', amount })),
  )
})

test('a tint is the pigments over clear resin', () => {
  const pigments = new Map([[1, pigment]])
  expect(tintOf({ pigments: [] }, pigments)).toBe(CLEAR_TINT)
  expect(tintOf({ pigments: [{ pigmentId: 1, dose: { loadPct: 3 } }] }, pigments)).toBe('#406040')
  expect(tintOf({ pigments: [{ pigmentId: 1, dose: { loadPct: 0.3 } }] }, pigments)).not.toBe(
    '#406040',
  )
})

test('steps cost their minutes for each piece and for the batch, those of a cure as often as they are done', () => {
  const made = recipe({
    mouldId: null,
    steps: [
      step({ name: 'level', pieceMin: 2, batchMin: 10 }),
      step({ name: 'drips', phase: 'curing', atMin: [5, 15, 25], pieceMin: 0, batchMin: 4 }),
    ],
  })
  const cost = costed(made, 3)
  // 30.00 an hour: 3 × 2 min, 10 min once, 3 × 4 min
  expect(
    cost.lines.filter((one) => /level|drips/.test(one.name)).map((one) => [one.name, one.amount]),
  ).toEqual([
    ['level', '3.00'],
    ['level, once', '5.00'],
    ['drips', '6.00'],
  ])
})

test('every pot has its films and its reserve, and price and derivation count what the pots need', () => {
  // 12 × 100 ml in pots of at most 500 ml: three, each (400 + 4) × 1.08
  const known = { rules: { ...rules, perCupMl: 4, reservePct: 8 } }
  const { layers } = batch(recipe(), 12, known)
  expect(
    layers[0]!.pots.map(({ firstPiece, pieces, needMl }) => [firstPiece, pieces, needMl]),
  ).toEqual([1, 5, 9].map((first) => [first, 4, expect.closeTo(436.32, 9)]))
  expect(layers[0]!.mixMl).toBeCloseTo(1308.96, 9)
  expect(whyMixMl(layers[0]!, known.rules).value).toBeCloseTo(1308.96, 9)
  // 0.04 a millilitre
  expect(costed(recipe(), 12, known).lines[0]).toMatchObject({ amount: '52.36' })
})

test('layers are cut by the rounds in which pieces have their moulds, and the pieces still to be poured are served', () => {
  const two = recipe({ layers: [layer(), layer({ id: 2, name: 'back', fill: { toBrim: true } })] })
  const served = (numbers: number[], outOfUse = 0) =>
    layerOfBatch(two, 1, numbers, {
      ...shelf,
      moulds: new Map([[1, { ...mould, count: 4, outOfUse }]]),
    })!.pots.map(({ firstPiece, pieces }) => [firstPiece, pieces])
  expect(served([1, 2, 3, 4, 5, 6])).toEqual([
    [1, 4],
    [5, 2],
  ])
  expect(served([2, 3, 6])).toEqual([
    [2, 2],
    [6, 1],
  ])
  expect(served([1, 2, 3], 2)).toEqual([
    [1, 2],
    [3, 1],
  ])
  expect(served([])).toEqual([])
})

test.each([0, 1.5, Number.NaN])('a batch of %d pieces is refused', (pieces) =>
  expect(batchOf(recipe(), pieces, shelf)).toMatchObject({
    ok: false,
    issues: [{ path: 'pieces', code: 'pieces-not-whole' }],
  }),
)

describe('planRequest', () => {
  const days = Array.from({ length: 20 }, (_, day): [number, number] => [
    day * 1440 + 480,
    day * 1440 + 1080,
  ])
  const workroom = {
    makers: [{ id: makerId.of(1), skills: ['pour', 'finish'], shifts: days }],
    stations: [
      { id: stationId.of(1), kind: 'bench', room: 'pour' },
      { id: stationId.of(2), kind: 'pour table', room: 'pour' },
      { id: stationId.of(3), kind: 'sander', room: 'finish' },
    ],
    places: [{ id: placeId.of(1), kind: 'rack', room: 'pour', areaCm2: 2000 }],
    moulds: [{ id: mouldId.of(1), count: 4 }],
    ownOnly: [],
    range: { coldC: 20, warmC: 20 },
    box: { tempC: 40, areaCm2: 1000, runs: [[0, 20 * 1440]] as [number, number][] },
  }
  const line = (changes: Partial<PlanLine> = {}, one = recipe()): PlanLine => ({
    id: 1,
    recipe: one,
    owner: null,
    quantity: 2,
    mayFail: 0,
    promisedMin: 5000,
    weight: 1,
    inParts: false,
    demoulded: new Set(),
    good: new Set(),
    pots: one.layers.map((each, i) => ({
      id: i + 1,
      layerId: each.id,
      firstPiece: 1,
      pieces: 2,
      stirMin: 4,
      restMin: 6,
      pourMin: 4,
      workMin: 40,
      pouredMin: null,
      heatedUntilMin: null,
    })),
    ...changes,
  })
  const solve = (lines: PlanLine[], sandLines: number[] = [], boxLines: number[] = []) => {
    const question = planRequest({
      horizonMin: 20 * 1440,
      lines,
      resins: new Map([[1, resin]]),
      workroom,
      rules,
      paths: {
        sanded: new Set(lines.filter(({ id }) => sandLines.includes(id)).flatMap(openJoints)),
        boxLines: new Set(boxLines),
      },
      iterations: 10,
      seed: 1,
    })
    const result = plan(question.request, { now: () => 0, startedAt: 0 })
    if (!result.ok) throw new Error(JSON.stringify(result.issues))
    expect(checkPlan(question.request, result.value.tasks)).toEqual([])
    return {
      question,
      answer: result.value,
      at: (title: string) => taskTitled(title, question.meaning, result.value),
    }
  }
  const taskTitled = (
    title: string,
    meaning: ReturnType<typeof planRequest>['meaning'],
    answer: PlanAnswer,
  ) => answer.tasks.find((task) => meaning.get(task.id)?.title === title)!
  const two = recipe({ layers: [layer({ name: 'face' }), layer({ id: 2, name: 'back' })] })

  const resting = (restMin: number) => {
    const rests = line()
    return { ...rests, pots: rests.pots.map((pot) => ({ ...pot, restMin })) }
  }

  test('prepares, mixes, rests, pours, cures and demoulds in this order', () => {
    const { at } = solve([resting(15)])
    expect(at('mix face').startMin).toBeGreaterThanOrEqual(at('prepare').endMin)
    expect(at('face rests').startMin).toBe(at('mix face').endMin)
    expect(at('pour face').startMin).toBeGreaterThanOrEqual(at('mix face').endMin + 15)
    expect(at('face cures').endMin - at('face cures').startMin).toBe(1200)
    expect(at('demould').startMin).toBeGreaterThanOrEqual(at('face cures').endMin)
  })
  test('its maker stays with a cup that rests for a few minutes, and with nothing else', () => {
    const minutes = ({ at }: ReturnType<typeof solve>) => {
      const { startMin, endMin } = at('mix face')
      return endMin - startMin
    }
    const [short, long] = [solve([resting(9)]), solve([resting(10)])]
    expect(minutes(short) - minutes(long)).toBe(9)
    expect(short.at('face rests')).toBeUndefined()
    const stands = short.at('pour face').startMin - short.at('mix face').endMin
    expect(stands).toBeLessThanOrEqual(10)
    // 40 minutes of working time, of which 9 are rested and 4 poured.
    const [window] = short.question.request.lags!.filter(
      ({ from, maxMin }) => from.endsWith('mix') && (maxMin ?? 0) > 10,
    )
    expect(window).toMatchObject({ maxMin: 40 - 4 - 9 })
  })
  test('a second layer keeps the tack window', () => {
    const { at } = solve([line({}, two)])
    const gap = at('pour back').startMin - at('pour face').endMin
    expect(gap).toBeGreaterThanOrEqual(240)
    expect(gap).toBeLessThanOrEqual(720)
  })
  test('or it waits until hard and is sanded first', () => {
    const { at } = solve([line({}, two)], [1])
    expect(at('sand and wipe face').startMin).toBeGreaterThanOrEqual(at('pour face').endMin + 4000)
    expect(at('pour back').startMin).toBeGreaterThanOrEqual(at('sand and wipe face').endMin)
  })
  test('what has been poured is not planned again, and its remaining cure starts at once', () => {
    const begun = line({}, two)
    begun.pots[0]!.pouredMin = -100
    const { at } = solve([begun])
    expect(at('mix face')).toBeUndefined()
    expect(at('prepare')).toBeUndefined()
    expect(at('face cures')).toMatchObject({ startMin: 0, endMin: 140 })
    expect(at('pour back').startMin).toBeLessThanOrEqual(620)
  })
  test('what is poured of some pieces leaves the others their preparation', () => {
    const half = (id: number, firstPiece: number, layerId = 1) => ({
      ...line().pots[0]!,
      id,
      layerId,
      firstPiece,
      pieces: 1,
    })
    const begun = line(
      { quantity: 2, pots: [half(1, 1), half(2, 2), half(3, 1, 2), half(4, 2, 2)] },
      recipe({
        layers: [layer({ name: 'face' }), layer({ id: 2, name: 'back' })],
        steps: [step(), step({ name: 'key', layer: 1 }), demoulding],
      }),
    )
    begun.pots[0]!.pouredMin = -300
    begun.pots[2]!.pouredMin = -10
    const { question } = solve([begun])
    const titles = [...question.meaning.values()].map(({ title }) => title)
    expect(titles.filter((title) => title === 'prepare')).toHaveLength(1)
    expect(titles.filter((title) => title === 'key')).toHaveLength(1)
    expect([...question.meaning.keys()]).toContain('line1.s0.2')
    expect([...question.meaning.keys()]).toContain('line1.s1.2')
  })
  test('what the last step leaves dries before a piece is ready', () => {
    const oiled = recipe({
      steps: [step(), demoulding, step({ name: 'oil', phase: 'after', dryMin: 700 })],
    })
    const { at, question } = solve([line({}, oiled)])
    expect(at('oil dries').endMin).toBeGreaterThanOrEqual(at('oil').endMin + 700)
    expect(question.meaning.get([...question.parts.keys()][0]!)?.title).toBe('oil dries')
  })
  test('a market day wants each pot’s pieces by themselves: some are in time where not all can be', () => {
    const pots = [1, 2, 3].map((id) => ({
      id,
      layerId: 1,
      firstPiece: 2 * id - 1,
      pieces: id === 3 ? 1 : 2,
      stirMin: 4,
      restMin: 6,
      pourMin: 4,
      workMin: 40,
      pouredMin: null,
      heatedUntilMin: null,
    }))
    // Two moulds: one pot after the other, and a cure of a day between them.
    const few = { ...workroom, moulds: [{ id: mouldId.of(1), count: 2 }] }
    const solveMarket = (inParts: boolean) => {
      const question = planRequest({
        horizonMin: 20 * 1440,
        lines: [
          line({ quantity: 5, pots, inParts, promisedMin: 4400 }, { ...recipe(), mouldId: 1 }),
        ],
        resins: new Map([[1, resin]]),
        workroom: few,
        rules,
        paths: { sanded: new Set(), boxLines: new Set() },
        iterations: 40,
        seed: 1,
      })
      const result = plan(question.request, { now: () => 0, startedAt: 0 })
      if (!result.ok) throw new Error(JSON.stringify(result.issues))
      expect(checkPlan(question.request, result.value.tasks)).toEqual([])
      return { question, answer: result.value }
    }
    const { question, answer } = solveMarket(true)
    expect([...question.parts.values()].map(({ lineId, pieces }) => [lineId, pieces])).toEqual([
      [1, 2],
      [1, 2],
      [1, 1],
    ])
    const own = question.request.jobs.filter(({ id }) => id.startsWith('line1'))
    // 2, 2 and 1 of five pieces, in whole parts of 64
    expect(own.map(({ id, weight, dueMin }) => [id, weight, dueMin])).toEqual([
      ['line1', 0, undefined],
      ['line1.0', 26 / 64, 4400],
      ['line1.1', 26 / 64, 4400],
      ['line1.2', 13 / 64, 4400],
    ])
    const jobOfTask = new Map(question.request.tasks.map(({ id, job }) => [id, job]))
    expect([...question.parts.keys()].map((task) => jobOfTask.get(task))).toEqual([
      'line1.0',
      'line1.1',
      'line1.2',
    ])
    // What is prepared for all of them is nobody's end; what a pot pours is its part's.
    const jobsOf = (title: string) =>
      [...question.meaning]
        .filter(([, meaning]) => meaning.title === title)
        .map(([id]) => jobOfTask.get(id))
    expect(jobsOf('prepare')).toEqual(['line1'])
    expect(jobsOf('pour face')).toEqual(['line1.0', 'line1.1', 'line1.2'])
    const end = new Map(answer.tasks.map((task) => [task.id, task.endMin]))
    const inTime = [...question.parts]
      .filter(([task]) => end.get(task)! <= 4400)
      .reduce((sum, [, { pieces }]) => sum + pieces, 0)
    expect(inTime).toBeGreaterThanOrEqual(2)
    expect(inTime).toBeLessThan(5)
    expect(solveMarket(false).question.request.jobs.map(({ id, weight }) => [id, weight])).toEqual([
      ['clock', 0],
      ['line1', 1],
    ])
  })
  test('lines begun at the same time do not get in each other’s way', () => {
    const potsOf = (id: number) =>
      two.layers.map((each, i) => ({
        id: id * 10 + i,
        layerId: each.id,
        firstPiece: 1,
        pieces: 1,
        stirMin: 4,
        restMin: 6,
        pourMin: 4,
        workMin: 40,
        pouredMin: i === 0 ? -100 : null,
        heatedUntilMin: null,
      }))
    const begun = [1, 2, 3, 4].map((id) =>
      line({ id, pots: potsOf(id) }, { ...two, mouldId: null }),
    )
    const { answer, question } = solve(begun)
    const pours = answer.tasks.filter(
      (task) => question.meaning.get(task.id)?.title === 'pour back',
    )
    expect(pours).toHaveLength(4)
    expect(Math.max(...pours.map((task) => task.startMin))).toBeLessThanOrEqual(620)
  })
  test('what is poured lies in moulds, though fewer were counted; what is still to be poured waits for one', () => {
    const poured = [1, 2, 3].map((id) =>
      line({ id, pots: [{ ...line().pots[0]!, id, pouredMin: -100 }] }),
    )
    const { answer, question } = solve([
      ...poured,
      line({ id: 4, pots: [{ ...line().pots[0]!, id: 4 }] }),
    ])
    expect(question.request.moulds).toEqual([{ id: mouldId.of(1), count: 6 }])
    const of = (title: string, lineId: number) =>
      answer.tasks.find(
        (task) =>
          question.meaning.get(task.id)?.title === title &&
          question.meaning.get(task.id)?.lineId === lineId,
      )!
    expect(of('pour face', 4).startMin).toBeGreaterThanOrEqual(
      Math.min(...[1, 2, 3].map((id) => of('demould', id).endMin)),
    )
  })
  test('a face poured over is waited for no more', () => {
    const begun = line({}, two)
    begun.pots[0]!.pouredMin = -2000
    begun.pots[1]!.pouredMin = -1300
    const { question, at } = solve([begun])
    expect([...question.meaning.values()].map((meaning) => meaning.title)).not.toContain(
      'face cures',
    )
    expect(at('demould').startMin).toBe(480)
  })
  test('what is poured hardens since then, not since it came out of its mould', () => {
    const sanded = recipe({
      steps: [demoulding, step({ name: 'sand', phase: 'after', waitsFor: 'sand' })],
    })
    const out = (pouredMin: number) =>
      line({ demoulded: new Set([1, 2]), pots: [{ ...line().pots[0]!, pouredMin }] }, sanded)
    // Hard enough to sand 4000 min after the pour; its first wait, the demoulding, takes 1200 of
    // them.
    expect(solve([out(-3900)]).at('hardens for sand')).toMatchObject({ startMin: 0, endMin: 100 })
    expect(solve([out(-9000)]).at('hardens for sand')).toMatchObject({ startMin: 0, endMin: 0 })
    const lasts = (one: PlanLine) => {
      const { startMin, endMin } = solve([one]).at('hardens for sand')
      return endMin - startMin
    }
    expect([lasts(out(-3900)), lasts(out(-9000)), lasts(line({}, sanded))]).toEqual([100, 0, 2800])
  })
  test('what waits for hands hardens meanwhile, and a plan made later ends it at the same hour', () => {
    const sanded = recipe({
      steps: [demoulding, step({ name: 'sand', phase: 'after', waitsFor: 'sand' })],
    })
    const inMould = (pouredMin: number) =>
      solve([line({ pots: [{ ...line().pots[0]!, pouredMin }] }, sanded)])
    for (const now of [-1300, -1100, -900]) {
      const { at } = inMould(now)
      expect(at('demould').startMin).toBeGreaterThanOrEqual(480)
      expect(at('hardens for sand').endMin).toBe(now + 4000)
    }
    const { at } = solve([line({}, sanded)])
    expect(at('hardens for sand').endMin - at('face cures').startMin).toBe(4000)
    expect(at('sand').startMin).toBeGreaterThanOrEqual(
      Math.max(at('hardens for sand').endMin, at('demould').endMin),
    )
  })
  test('judged pieces need nothing more', () => {
    const done = line({ good: new Set([1, 2]), demoulded: new Set([1, 2]) })
    done.pots[0]!.pouredMin = -9000
    expect(
      [...solve([done]).question.meaning.values()].map((meaning) => meaning.kind),
    ).not.toContain('step')
  })
  test('a step too long for one go is cut into stints', () => {
    const long = recipe({ steps: [step({ pieceMin: 120 }), demoulding] })
    const { question } = solve([line({}, long)])
    expect(
      [...question.meaning.values()].filter((meaning) => meaning.title === 'prepare'),
    ).toHaveLength(2)
  })
  test('what a step leaves dries before the pour, and holds only so long', () => {
    const waxed = recipe({
      steps: [
        step({ name: 'seal', dryMin: 600 }),
        step({ name: 'wax', holdsMin: 300 }),
        demoulding,
      ],
    })
    const { at } = solve([line({}, waxed)])
    expect(at('wax').startMin).toBeGreaterThanOrEqual(at('seal').endMin + 600)
    expect(at('pour face').startMin).toBeLessThanOrEqual(at('wax').endMin + 300)
  })
  test('a layer is prepared once the one below is hard enough, and poured after it has dried', () => {
    const painted = recipe({
      layers: [layer({ name: 'face' }), layer({ id: 2, name: 'back', recoat: 'sand' })],
      steps: [step({ name: 'paint', layer: 1, waitsFor: 'full', dryMin: 700 }), demoulding],
    })
    const { at } = solve([line({}, painted)])
    expect(at('paint').startMin).toBeGreaterThanOrEqual(at('pour face').endMin + 8000)
    expect(at('paint').startMin).toBeGreaterThanOrEqual(at('sand and wipe face').endMin)
    expect(at('pour back').startMin).toBeGreaterThanOrEqual(at('paint').endMin + 700)
  })
  test('what is done while a layer cures comes in its time after the pour and before what follows', () => {
    const taped = recipe({
      steps: [
        step({ name: 'drips', phase: 'curing', atMin: [5, 20], batchMin: 1, pieceMin: 0 }),
        step({ name: 'tape off', phase: 'curing', atMin: [120], holdsMin: 30 }),
        demoulding,
      ],
    })
    const { question, answer } = solve([line({}, taped)])
    const of = (title: string) =>
      answer.tasks.filter((task) => question.meaning.get(task.id)?.title === title)
    const poured = of('pour face')[0]!.endMin
    expect(of('drips').map((task) => task.startMin >= poured + 5)).toEqual([true, true])
    expect(of('tape off')[0]!.startMin - poured).toBeGreaterThanOrEqual(120)
    expect(of('tape off')[0]!.startMin - poured).toBeLessThanOrEqual(150)
    expect(of('demould')[0]!.startMin).toBeGreaterThanOrEqual(of('tape off')[0]!.endMin)
    const begun = line({}, taped)
    begun.pots[0]!.pouredMin = -60
    const later = solve([begun])
    expect([...later.question.meaning.values()].map((meaning) => meaning.title)).not.toContain(
      'drips',
    )
    expect(later.at('tape off').startMin).toBe(480)
  })
  test('the chain of reasons leads from the beginning to the end of a line', () => {
    const { question, answer } = solve([line({}, two)])
    const chain = holdingChain(answer, new Set(question.meaning.keys()), question.request.lags).map(
      (link) => question.meaning.get(link.task.id)?.title,
    )
    expect(chain.at(-1)).toBe('demould')
    expect(chain).toContain('back cures')
  })
})
