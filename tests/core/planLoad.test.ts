import { describe, expect, test } from '@jest/globals'
import { workshopCase } from '../../cli/lib/workshopCase'
import { loadOf, plan, whatHelps, type PlannedTask, type PlanRequest } from '../../core/plan'

const request: PlanRequest = {
  horizonMin: 3000,
  makers: [
    {
      id: 'ada',
      skills: [],
      shifts: [
        [0, 480],
        [1440, 1920],
      ],
    },
  ],
  stations: [],
  places: [{ id: 'rack', kind: 'rack', room: 'a', areaCm2: 100 }],
  moulds: [{ id: 'dial', count: 2 }],
  jobs: [{ id: 'j' }],
  tasks: [
    {
      id: 'pour',
      job: 'j',
      durationMin: 60,
      attended: true,
      mould: { id: 'dial', count: 1, untilTask: 'demould' },
    },
    {
      id: 'lies',
      job: 'j',
      durationMin: 1380,
      attended: false,
      place: { kind: 'rack', areaCm2: 40 },
    },
    {
      id: 'lies too',
      job: 'j',
      durationMin: 100,
      attended: false,
      place: { kind: 'rack', areaCm2: 25 },
    },
    { id: 'demould', job: 'j', durationMin: 30, attended: true },
  ],
  lags: [],
}
const at = (
  id: string,
  startMin: number,
  endMin: number,
  maker: string | null,
  place: string | null = null,
): PlannedTask => ({ id, startMin, endMin, maker, station: null, place })
const planned = [
  at('pour', 0, 60, 'ada'),
  at('lies', 60, 1440, null, 'rack'),
  at('lies too', 100, 200, null, 'rack'),
  at('demould', 1440, 1470, 'ada'),
]

describe('load', () => {
  const load = loadOf(request, planned, [0, 1440, 2880])
  test('adds up hands against what shifts offer', () => {
    expect(load.makers).toEqual([
      {
        id: 'ada',
        spans: [
          { plannedMin: 60, shiftMin: 480 },
          { plannedMin: 30, shiftMin: 480 },
        ],
      },
    ])
  })
  test('follows the area taken and knows its most', () => {
    expect(load.places[0]!.steps).toEqual([
      { minute: 60, usedCm2: 40 },
      { minute: 100, usedCm2: 65 },
      { minute: 200, usedCm2: 40 },
      { minute: 1440, usedCm2: 0 },
    ])
    expect(load.places[0]!.mostCm2).toBe(65)
  })
  test('holds a mould until it is given back', () => {
    expect(load.moulds).toEqual([{ id: 'dial', count: 2, spans: [1, 1] }])
    expect(loadOf(request, planned, [1470, 2000]).moulds[0]!.spans).toEqual([0])
  })
  test('leaves out what is not planned, and an hour cut by an edge falls on both sides', () => {
    expect(loadOf(request, planned.slice(1), [0, 1440]).makers[0]!.spans[0]!.plannedMin).toBe(0)
    expect(
      loadOf(request, planned, [0, 20, 60]).makers[0]!.spans.map((span) => span.plannedMin),
    ).toEqual([20, 40])
  })
})

describe('what would help', () => {
  const scarce: PlanRequest = {
    ...workshopCase({ jobs: 10, seed: 4, mouldsPerJob: 0.1, slackDays: 1 }),
    limit: { iterations: 60 },
  }
  const answer = plan(scarce, { now: () => 0, startedAt: 0 })
  if (!answer.ok) throw new Error('no plan')
  const question = {
    request: scarce,
    planned: answer.value.tasks,
    pins: [],
    closings: [],
    promises: Object.fromEntries(scarce.jobs.map(({ id }) => [id, `order of ${id}`])),
  }
  const gains = whatHelps(question)

  test('names what gains something, the most first, the same every time', () => {
    expect(gains.length).toBeGreaterThan(0)
    for (const [i, gain] of gains.entries()) {
      expect(gain.tardinessSavedMin > 0 || gain.completionSavedMin > 0).toBe(true)
      expect(gain.tardinessSavedMin).toBeLessThanOrEqual(
        gains[i - 1]?.tardinessSavedMin ?? Infinity,
      )
    }
    expect(whatHelps(question)).toEqual(gains)
  })
  test('where moulds are scarce, a mould helps, and says whom', () => {
    const mould = gains.find((gain) => gain.help.kind === 'mould')!
    expect(mould.promises[0]!.soonerMin).toBeGreaterThan(0)
    // No promise is told twice, and none that stays as it was.
    expect(new Set(mould.promises.map((one) => one.promise)).size).toBe(mould.promises.length)
    expect(mould.promises.every((one) => one.soonerMin !== 0)).toBe(true)
  })
  test('a place that closes two hours later helps what needs them, and is tried only where it is open before', () => {
    const closed = (id: string, durationMin: number) => ({
      id,
      job: 'none',
      durationMin,
      attended: false,
      place: { kind: 'rack', areaCm2: 100 },
    })
    const fixed = (to: string, minute: number) => ({
      from: 'clock',
      to,
      minMin: minute - 3000,
      maxMin: minute - 3000,
    })
    const narrow: PlanRequest = {
      ...request,
      jobs: [
        { id: 'none', weight: 0 },
        { id: 'j', dueMin: 400 },
      ],
      tasks: [
        { id: 'clock', job: 'none', durationMin: 3000, attended: false },
        closed('before', 60),
        closed('night', 600),
        {
          id: 'lies',
          job: 'j',
          durationMin: 300,
          attended: false,
          place: { kind: 'rack', areaCm2: 40 },
        },
      ],
      lags: [fixed('before', 0), fixed('night', 300)],
      limit: { iterations: 5 },
    }
    const late = [
      at('clock', 0, 3000, null),
      at('before', 0, 60, null, 'rack'),
      at('night', 300, 900, null, 'rack'),
      at('lies', 900, 1200, null, 'rack'),
    ]
    const found = whatHelps({
      request: narrow,
      planned: late,
      pins: [],
      closings: [
        { task: 'before', fromMin: 0 },
        { task: 'night', fromMin: 300 },
      ],
      promises: { none: 'the clock', j: 'dial' },
    })
    expect(found).toEqual([
      {
        help: { kind: 'place', closing: 'night', fromMin: 300, toMin: 420 },
        tardinessSavedMin: 800,
        completionSavedMin: 840,
        promises: [{ promise: 'dial', soonerMin: 840, meanSoonerMin: 840 }],
      },
    ])
  })
  test('a promise of several jobs is told by its last, and by all of them in the mean', () => {
    const lies = (id: string, job: string) => ({
      id,
      job,
      durationMin: 400,
      attended: true,
      mould: { id: 'dial', count: 1 },
    })
    const three: PlanRequest = {
      ...request,
      moulds: [{ id: 'dial', count: 1 }],
      makers: [
        { id: 'ada', skills: [], shifts: [[0, 3000]] },
        { id: 'bea', skills: [], shifts: [[0, 3000]] },
      ],
      jobs: [
        { id: 'a', weight: 1 },
        { id: 'b', weight: 3 },
        { id: 'rest', weight: 0 },
      ],
      tasks: [lies('a1', 'a'), lies('b1', 'b'), lies('r1', 'rest')],
      limit: { iterations: 20 },
    }
    const queued = [at('b1', 0, 400, 'ada'), at('a1', 400, 800, 'ada'), at('r1', 800, 1200, 'ada')]
    const mould = whatHelps({
      request: three,
      planned: queued,
      pins: [],
      closings: [],
      promises: { a: 'market', b: 'market', rest: 'market' },
    }).find((gain) => gain.help.kind === 'mould')
    // One of two copies each at once: the last ends 400 min sooner, and of four parts of the weight
    // one does.
    expect(mould).toEqual({
      help: { kind: 'mould', mould: 'dial' },
      tardinessSavedMin: 0,
      completionSavedMin: 400,
      promises: [{ promise: 'market', soonerMin: 400, meanSoonerMin: 100 }],
    })
  })
  test('gains nothing where everything is ready as soon as it can be', () => {
    const idle: PlanRequest = { ...request, tasks: [request.tasks[1]!], limit: { iterations: 5 } }
    expect(
      whatHelps({
        request: idle,
        planned: [at('lies', 0, 1380, null, 'rack')],
        pins: [],
        closings: [],
        promises: {},
      }),
    ).toEqual([])
  })
  test('tells how far it is and stops when asked', () => {
    const told: number[] = []
    whatHelps({ ...question, onProgress: (done) => told.push(done) >= 2 })
    expect(told).toHaveLength(2)
    expect(told[1]).toBeGreaterThan(told[0]!)
  })
})
