import { describe, expect, jest, test } from '@jest/globals'
import { useLaneDrag } from '../../app/composables/useLaneDrag'
import { useLaneKeys } from '../../app/composables/useLaneKeys'
import { heldBox, lightsOf, outlinesOf, type LaneHome } from '../../app/utils/laneGhosts'
import { FOLD_PX, idleSpans, timeLine } from '../../app/utils/foldedTime'
import { LABEL_ROW_PX, laneLabels } from '../../app/utils/laneLabels'
import { heightOf, laneAt, LANE_GAP_PX, layLanes } from '../../app/utils/laneLayout'
import type { Lane, LaneMark } from '../../app/utils/planLanes'
import type { PlanTaskRow } from '../../shared/types/plan'

const HOUR_MS = 3_600_000
const hour = (n: number) => n * HOUR_MS
const mark = (key: string, from: number, to: number, more: Partial<LaneMark> = {}): LaneMark => ({
  task: {
    key,
    attended: true,
    startAt: new Date(hour(from)).toISOString(),
    endAt: new Date(hour(to)).toISOString(),
  } as PlanTaskRow,
  fromMs: hour(from),
  toMs: hour(to),
  closesMs: null,
  row: 0,
  words: `do ${key}`,
  of: 'an order',
  ...more,
})
const lane = (key: string, personId: number | null, marks: LaneMark[], rows = 1): Lane => ({
  key,
  name: key,
  note: '',
  personId,
  shifts: [],
  rows,
  marks,
})
/** Ten pixels an hour; what begins after the fiftieth hour is out of sight. */
const scale = {
  x: (ms: number) => (ms / HOUR_MS) * 10,
  isDrawn: (fromMs: number) => fromMs < hour(50),
}
const ADA = lane('ada', 1, [mark('a', 1, 2), mark('b', 8, 10)])
const EMPTY = lane('empty', 2, [])
const BO = lane('bo', 3, [mark('c', 3, 4), mark('d', 9, 10, { row: 1 })], 2)
const laid = layLanes([ADA, EMPTY, BO], scale.x)
const homes = new Map<string, LaneHome>(
  laid.flatMap((one) => one.lane.marks.map((own) => [own.task.key, { ...one, mark: own }])),
)
const laneOfPerson = new Map(laid.map((one) => [one.lane.personId!, one]))

describe('lanes under each other', () => {
  test('leave no gap that belongs to none, and end below the last', () => {
    laid.reduce((top, one) => {
      expect(one.top).toBe(top)
      expect(laneAt(laid, one.top)).toBe(one)
      expect(laneAt(laid, one.top + one.height - LANE_GAP_PX / 2 - 1)).toBe(one)
      return one.top + one.height
    }, laid[0]!.top)
    expect(heightOf(laid)).toBeGreaterThan(laid[2]!.top + laid[2]!.height)
    expect(laneAt(laid, heightOf(laid) + 1)).toBeUndefined()
    expect(heightOf([])).toBeGreaterThan(0)
  })
  test('are flatter where many things only lie', () => {
    const lying = (rows: number) =>
      layLanes(
        [
          lane(
            'rack',
            null,
            [{ ...mark('l', 0, 9), task: { attended: false } as PlanTaskRow }],
            rows,
          ),
        ],
        scale.x,
      )[0]!
    expect(lying(2).row).toBe(laid[0]!.row)
    expect(lying(3).row).toBeLessThan(laid[0]!.row)
  })
  test('are drawn in runs that span all of their marks and what closes after them', () => {
    const marks = Array.from({ length: 30 }, (_, i) =>
      mark(`m${i}`, i, i + 1, { closesMs: i === 3 ? hour(99) : null }),
    )
    const { runs } = layLanes([lane('long', 1, marks)], scale.x)[0]!
    expect(runs.flatMap((run) => run.marks)).toEqual(marks)
    expect(runs[0]).toMatchObject({ fromMs: 0, toMs: hour(99) })
    expect(runs.at(-1)!.toMs).toBe(hour(30))
    expect(runs.every((run) => run.marks.every((one) => run.keys.has(one.task.key)))).toBe(true)
  })
})

describe('names of boxes', () => {
  const named = (marks: LaneMark[]) => laneLabels(marks, scale.x)
  test('stand below them, in rows where they would run into each other, with their order where there is room', () => {
    const labels = named([mark('a', 1, 2), mark('b', 3, 4), mark('c', 40, 41)])
    expect(labels.map(({ key, row, x }) => [key, row, x])).toEqual([
      ['a', 0, 10],
      ['b', 1, 30],
      ['c', 0, 400],
    ])
    expect(labels[2]!.text).toBe('do c · an order')
  })
  test('are left to the box where it is wide enough, and to what lies', () => {
    const lying = { ...mark('l', 1, 2), task: { key: 'l', attended: false } as PlanTaskRow }
    expect(named([mark('wide', 0, 13), lying])).toEqual([])
  })
  test('that find no room are left out, and a long one is shortened', () => {
    const close = Array.from({ length: 9 }, (_, i) => mark(`m${i}`, i / 10, i / 10 + 0.05))
    expect(named(close)).toHaveLength(4)
    const long = mark('x', 0, 1, { words: 'Take the tape off and warm it'.repeat(5) })
    expect(named([long])[0]!.text).toMatch(/…$/)
  })
  test('make the lane higher by their rows', () => {
    const [bare, two] = [
      layLanes([lane('none', 1, [])], scale.x),
      layLanes([lane('two', 1, [mark('a', 1, 2), mark('b', 3, 4)])], scale.x),
    ]
    expect(two[0]!.height - bare[0]!.height).toBe(2 * LABEL_ROW_PX)
  })
})

describe('a line of time with folds', () => {
  const folds = [
    [hour(20), hour(32)],
    [hour(44), hour(56)],
  ] as const
  const line = timeLine([hour(8), hour(80)], 10 / HOUR_MS, folds)
  test('is true outside of them, and each of them is a strip', () => {
    expect(line.x(hour(8))).toBe(0)
    expect(line.x(hour(20))).toBeCloseTo(120)
    expect(line.x(hour(32))).toBeCloseTo(120 + FOLD_PX)
    expect(line.x(hour(44))).toBeCloseTo(240 + FOLD_PX)
    expect(line.widthPx).toBeCloseTo((72 - 24) * 10 + 2 * FOLD_PX)
  })
  test('goes back from where something lies to when it is, also in a fold and beyond its ends', () => {
    for (const at of [8, 15, 20, 26, 32, 50, 79.5])
      expect(line.msAt(line.x(hour(at)))).toBeCloseTo(hour(at), 3)
    expect(line.x(hour(6))).toBeCloseTo(-20)
    expect(timeLine([hour(0), hour(10)], 1 / HOUR_MS, []).x(hour(4))).toBeCloseTo(4)
  })
  test('folds where nobody is for long, and keeps a little open beside their hours', () => {
    const hands = [
      [hour(8), hour(12)],
      [hour(13), hour(17)],
      [hour(15), hour(20)],
      [hour(32), hour(40)],
    ] as const
    expect(idleSpans(hands, { leastMs: hour(2), besideMs: hour(0.25) })).toEqual([
      [hour(20.25), hour(31.75)],
    ])
    expect(idleSpans([], { leastMs: 1, besideMs: 1 })).toEqual([])
  })
})

describe('what lies elsewhere', () => {
  const outlines = (personId: number | null, key = 'd', fromMs = hour(20)) =>
    outlinesOf({
      ghosts: new Map([[key, { fromMs, personId }]]),
      verdict: null,
      carriedKey: undefined,
      homes,
      laneOfPerson,
      scale,
    })
  test('is outlined at its time: in its own row at home, in the first row of another lane', () => {
    const [, , bo] = laid
    expect(outlines(3)).toEqual([
      {
        key: 'd.false',
        isAfter: false,
        box: { x: 200, width: 10, y: bo!.top + bo!.row, height: 18 },
      },
    ])
    expect(outlines(null)[0]!.box.y).toBe(bo!.top + bo!.row)
    expect(outlines(1)[0]!.box.y).toBe(laid[0]!.top)
    // Somebody whose lane is not shown: it stays where it is.
    expect(outlines(77)[0]!.box.y).toBe(bo!.top + bo!.row)
  })
  test('is left out where it is out of sight or its task is not shown', () => {
    expect(outlines(3, 'd', hour(51))).toEqual([])
    expect(outlines(3, 'nowhere')).toEqual([])
  })
  test('what would follow is outlined, what is in hand is not, and nothing where it cannot be', () => {
    const moved = ['a', 'b'].map((key) => ({ key, startMs: hour(12), personId: 1 }))
    const all = { ghosts: new Map(), carriedKey: 'a', homes, laneOfPerson, scale }
    expect(
      outlinesOf({ ...all, verdict: { possible: true, moved } }).map((one) => one.key),
    ).toEqual(['b.true'])
    expect(outlinesOf({ ...all, verdict: { possible: false, words: 'no' } })).toEqual([])
  })
  test('what is in hand lies in its new maker’s lane, and lasts as long as before', () => {
    const carried = { task: mark('b', 8, 10).task, startMs: hour(30), personId: 3 }
    expect(heldBox({ carried, homes, laneOfPerson, scale })).toMatchObject({
      lastsMs: hour(2),
      box: { x: 300, width: 20, y: laid[2]!.top - 2 },
    })
    const nowhere = { ...carried, task: mark('x', 0, 1).task, personId: null }
    expect(heldBox({ carried: nowhere, homes, laneOfPerson, scale })).toBeNull()
  })
  test('rooms are lit as far as the task lasts, those that move nobody above the others', () => {
    const rooms = new Map([
      [1, { free: [[hour(4), hour(5)]], possible: [[hour(2), hour(6)]] }],
      [88, { free: [[0, hour(1)]], possible: [] }],
    ] as [number, { free: [number, number][]; possible: [number, number][] }][])
    const lights = lightsOf({ rooms, lastsMs: hour(1), laneOfPerson, scale })
    expect(lights.map((one) => [one.isFree, one.box.x, one.box.width])).toEqual([
      [false, 20, 50],
      [true, 40, 20],
    ])
  })
})

describe('keys on the lanes', () => {
  function pressed(key: string, on: string | null, carried: string | null = null, shift = false) {
    const said: unknown[] = []
    const say =
      (what: string) =>
      (...args: unknown[]) =>
        void said.push([what, ...args])
    const { press } = useLaneKeys({
      laid: () => laid,
      whereOf: (one) => homes.get(one),
      carried: () =>
        carried ? { task: homes.get(carried)!.mark.task, startMs: hour(8), personId: 1 } : null,
      isAble: (personId) => personId !== 2,
      onZoom: say('zoom'),
      onTake: (task) => say('take')(task.key),
      onCarry: say('carry'),
      onDrop: say('drop'),
      onCancel: say('cancel'),
      onPin: (task) => say('pin')(task.key),
      onChoose: say('choose'),
      onLead: (to) => say('lead')(to.task.key),
    })
    const preventDefault = jest.fn()
    press({
      key,
      shiftKey: shift,
      target: { closest: () => (on === null ? null : { dataset: { key: on } }) },
      preventDefault,
      stopPropagation: () => undefined,
    } as unknown as KeyboardEvent)
    // Arrows at the last mark do not scroll the page either.
    const isMeant = said.length > 0 || (on !== null && key.startsWith('Arrow'))
    expect(preventDefault).toHaveBeenCalledTimes(Number(isMeant))
    return said[0] ?? null
  }
  test.each([
    ['Enter', ['choose', 'a']],
    [' ', ['choose', 'a']],
    ['m', ['take', 'a']],
    ['p', ['pin', 'a']],
    ['+', ['zoom', -1]],
    ['-', ['zoom', 1]],
    ['ArrowRight', ['lead', 'b']],
    ['ArrowLeft', null],
    // Over the lane without marks, to the one that begins nearest.
    ['ArrowDown', ['lead', 'c']],
    ['ArrowUp', null],
    ['x', null],
  ])('%s on a mark', (key, expected) => expect(pressed(key, 'a')).toEqual(expected))
  test('nothing is meant beside the marks', () => expect(pressed('Enter', null)).toBeNull())
  test.each([
    ['ArrowRight', false, ['carry', hour(8) + HOUR_MS / 4, 1]],
    ['ArrowLeft', true, ['carry', hour(7), 1]],
    // Past the maker who cannot do it.
    ['ArrowDown', false, ['carry', hour(8), 3]],
    ['ArrowUp', false, null],
    ['Enter', false, ['drop']],
    ['Escape', false, ['cancel']],
    ['m', false, null],
  ])('%s with a task in hand (shift: %s)', (key, shift, expected) =>
    expect(pressed(key, 'a', 'a', shift)).toEqual(expected),
  )
})

describe('the pointer on the lanes', () => {
  function scene(isCarrying = false) {
    const said: unknown[] = []
    const drag = useLaneDrag({
      body: () =>
        ({
          getBoundingClientRect: () => ({ left: 100, top: 50 }),
          setPointerCapture: () => undefined,
        }) as unknown as SVGSVGElement,
      laid: () => laid,
      msAt: (px) => (px / 10) * HOUR_MS,
      isCarrying: () => isCarrying,
      onTake: (task) => void said.push(['take', task.key]),
      onCarry: (startMs, personId) => void said.push(['carry', startMs / HOUR_MS, personId]),
      onDrop: () => void said.push(['drop']),
      onChoose: (key) => void said.push(['choose', key]),
    })
    return { ...drag, said }
  }
  const at = (x: number, y: number, more: object = {}) =>
    ({ clientX: x, clientY: y, button: 0, pointerType: 'mouse', pointerId: 1, ...more }) as never
  const b = homes.get('b')!.mark

  test('a mark keeps where it was held, and goes to the lane under the pointer', () => {
    const { grab, drag, letGo, said } = scene()
    grab(at(190, 60), b)
    drag(at(250, 50 + laid[2]!.top + 5))
    letGo()
    expect(said).toEqual([['take', 'b'], ['carry', 14, 3], ['drop']])
  })
  test('a pointer that hardly moved has clicked', () => {
    const { grab, drag, letGo, said } = scene()
    grab(at(190, 60), b)
    drag(at(192, 60))
    letGo()
    letGo()
    expect(said).toEqual([['choose', 'b']])
  })
  test.each([
    ['touch scrolls', { pointerType: 'touch' }, b],
    ['another button does nothing', { button: 2 }, b],
    ['what only lies stays', {}, { ...b, task: { ...b.task, attended: false } }],
  ])('%s', (_, more, own) => {
    const { grab, drag, letGo, said } = scene()
    grab(at(190, 60, more), own)
    drag(at(300, 60))
    letGo()
    expect(said).toEqual([])
  })
  test('a tap carries what is in hand, and only that', () => {
    const holding = scene(true)
    holding.tap(at(150, 50 + laid[0]!.top))
    expect(holding.said).toEqual([['carry', 5, 1]])
    const idle = scene()
    idle.tap(at(150, 60))
    expect(idle.said).toEqual([])
  })
})
