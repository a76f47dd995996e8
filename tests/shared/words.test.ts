import { describe, expect, it } from '@jest/globals'
import type { IssueParams } from '../../core/issue'
import { BINDINGS } from '../../core/plan'
import { issue, type Issue, type IssueCode } from '../../core/result'
import { asInstant, CLOCK, TASK_KINDS, type HoldingLink, type TaskMeaning } from '../../core/tasks'
import { allSaid, holdingWords, issueWords, said, whyThenWords } from '../../shared/words'

/** Ids as the plan request makes them up, each with what people say instead. */
const TASK = 'line54.s2.7'
const OTHER = 'line54.k3.12.1.mix'
const people = {
  task: (id: string) => (id === TASK ? '“Trim”' : id === OTHER ? '“mix face”' : '“something else”'),
  maker: (id: string) => (id === 'p3' ? 'Wren' : 'nobody'),
  mould: (id: string) => (id === 'm5' ? '“dial mould”' : '“another mould”'),
  skill: (skill: string) => `“${skill}”`,
  at: (minute: number) => `Mon 1 Mar 0${minute % 10}:00`,
}
/** What nobody should have to read. */
const INTERNAL =
  /line\d|\bs\d|\bk\d|\bp\d|\bm\d|clock|Infinity|NaN|undefined|null|\[object|minute \d/

const PARAMS: { [C in IssueCode]: IssueParams[C] } = {
  field: { sentence: 'must be greater than 0' },
  'unknown-operation': { name: 'brew', known: ['mix', 'size'] },
  'not-json': null,
  'file-unreadable': { file: 'cavity.stl', reason: 'ENOENT' },
  'currency-unknown': null,
  'prices-hidden': null,
  'price-of-manager': null,
  'margin-too-great': null,
  'never-sure': { mostPieces: 9, chance: 0.931 },
  'least-does-not-fit': { needed: 90, there: 80 },
  'density-missing': { part: 'B' },
  'too-many-at-once': { layer: 'face', pieces: 5, atOnce: 2 },
  'never-mixed': { layer: 'face' },
  'mixed-twice': { layer: 'face' },
  'never-poured': { layer: 'face' },
  'poured-unmixed': { layer: 'face' },
  'layer-below-later': { layer: 'back', below: 'face' },
  'not-of-its-kind': null,
  'cup-unknown': null,
  'within-nothing': null,
  'within-later': null,
  'kept-until-earlier': null,
  'too-hard-to-bend': { earlier: 'Demould' },
  'wet-on-nothing': { layer: 'face' },
  'sides-unmeasured': { layer: 'edge' },
  'closes-before-it-opens': { mostMin: 30, leastMin: 45 },
  'which-layer': null,
  'rest-over': null,
  'over-without-part': null,
  'second-rest': null,
  'second-mixing-cup': null,
  'cups-in-circle': null,
  'rest-of-shared': null,
  'filled-already': null,
  'parts-exceed-layer': { tooMuchMl: 12.3, layerMl: 40 },
  'parts-short-of-layer': { missingMl: 4.5, layerMl: 40 },
  'fillers-exceed-cup': { fillersMl: 12, cupMl: 10 },
  'mix-too-small': { filmsMl: 6 },
  'density-needed': null,
  'nothing-in-cup': null,
  'step-too-fine': { mostSteps: 1000 },
  'stl-not-finite': null,
  'stl-neither-form': null,
  'stl-malformed': { afterTriangles: 12 },
  'stl-empty': null,
  'samples-out-of-range': { most: 4096 },
  'starts-before-profile': null,
  'outline-crosses': null,
  'inclusions-exceed-layer': { inclusionsMl: 12.345, layerMl: 10 },
  'coat-needs-area': null,
  'height-missing': null,
  'over-brim': { reachesMm: 31, brimMm: 30 },
  'level-not-rising': { reachesMm: 8, belowMm: 8 },
  'gets-no-layer': { piece: 'Rook' },
  'pieces-not-whole': null,
  'of-set-piece': { piece: 'Rook', layer: 'face', issue: issue('', 'height-missing') },
  'water-out-of-range': { coldestC: 0, warmestC: 40 },
  'level-not-higher': { belowMm: 4 },
  'water-not-more': null,
  'level-missing': null,
  'corners-not-four': null,
  'corners-not-round': null,
  'beyond-horizon': null,
  'fits-no-pot': { maxMixMl: 400, workMin: 45, needMl: 512.55, needMin: 50, isGroup: true },
  'path-malformed': { detail: 'bad command' },
  'number-too-large': null,
  'too-many-points': { most: 100 },
  'corners-too-few': null,
  'too-large-at-scale': null,
  'cup-holds-less': { holdsMl: 3 },
  'shares-not-whole': { totalPct: 90 },
  'drop-unknown': null,
  'pigment-without-resin': null,
  'least-above-greatest': null,
  'skill-missing': { task: TASK, skill: 'gild' },
  'maker-missing': { task: TASK },
  'station-missing': { task: TASK, kind: 'bench' },
  'place-missing': { task: TASK, kind: 'rack' },
  'place-too-small': { task: TASK, kind: 'rack', areaCm2: 900 },
  'moulds-too-few': { task: TASK, mould: 'm5', needed: 3, there: 1 },
  'longer-than-plan': { task: TASK, durationMin: 90 },
  'longer-than-shift': { task: TASK, durationMin: 900 },
  'waits-in-circle': { task: TASK, tasks: [TASK, OTHER] },
  'never-meet': { task: TASK, horizonMin: 3000 },
  'too-much-at-once': {
    task: TASK,
    tasks: [TASK, OTHER],
    minute: 120,
    demand: { of: 'makers', ids: ['p3'], asked: 2, there: 1 },
  },
  'takes-its-part': { task: TASK, fromMin: 3, toMin: 5 },
  'begins-after': { task: TASK, after: OTHER, minMin: 30, maxMin: 90 },
  'within-one-shift': { task: TASK, durationMin: 90 },
  'begins-from': { task: TASK, minute: 4 },
  'begins-until': { task: TASK, minute: 4 },
  'ends-with-plan': { task: TASK, horizonMin: 3000 },
  'no-time-beside-pins': { task: TASK },
  'moulds-for-long': {
    task: TASK,
    mould: 'm1',
    there: 2,
    pieces: 60,
    rounds: 30,
    heldMin: 4600,
    takesMin: 140_000,
    horizonMin: 131_040,
  },
  'in-use': {
    uses: [
      { what: 'piece', name: '4' },
      { what: 'recipe', name: 'Dial' },
    ],
  },
  'last-manager': null,
  'room-unknown': null,
  'setup-over': null,
  'setup-code': null,
  'password-wrong': null,
  'dust-in-open': { task: TASK, open: OTHER },
  'fits-in-part': { fits: 20, pieces: 60, horizonMin: 131040 },
  'no-plan-found': { task: TASK, tries: 40 },
  'plan-lacks': { tasks: [TASK] },
  'plan-breaks': { task: TASK, constraint: 'dust' },
  'name-unknown': { name: 'somebody' },
  'name-twice': { name: 'somebody' },
  'two-resins': { resins: ['Slow, clear', 'Quick'] },
  'same-piece': { layer: 'face' },
  'not-enough-moulds': { mould: 'Dial mould', pieces: 4, there: 2 },
  'too-much': { needMl: 512.3, mostMl: 400 },
  'too-slow': { busyMin: 50, workMin: 45.25 },
  'rested-too-long': { layer: 'face', cup: 'white', fromMin: 31.2, mostMin: 20 },
  'colour-apart': { colour: 'face', mixes: 2 },
  'pot-circle': null,
  'pours-nothing': null,
  'name-taken': { what: 'recipe' },
  'not-in-stores': { what: 'pigment' },
  'recipe-missing': null,
  'resin-missing': null,
  'below-nothing': { left: 12.5, unit: 'g' },
  'price-moved': { total: '120.00' },
  'quote-past': { validUntil: '2027-03-01' },
  'day-passed': null,
  'not-its-name': null,
  'layer-missing': null,
  'keeps-recipe': null,
  'owner-unknown': null,
  'place-unknown': null,
  'milestone-unknown': null,
  'window-backwards': null,
  'work-unknown': null,
  'only-so-many-pieces': { pieces: 6 },
  'not-here-any-more': null,
  'say-why': null,
  'put-off-until': null,
  'answer-asked': { question: 'Is the edge sharp?' },
  'cursor-unknown': null,
  'beyond-column': null,
  'not-yet': null,
  'layers-missing': { layers: ['green back', 'seal'] },
  'below-missing': { layers: [{ layer: 'numbered face', order: 'Plaques' }] },
  'step-passed': { done: 'weighed', donePart: 'b', asks: 'weigh', asksPart: 'a' },
  'code-missing': null,
  'code-wrong': null,
  'sign-in-wrong': null,
}
const every = Object.entries(PARAMS).map(([code, params]) => ({ path: '', code, params }) as Issue)

describe('what is wrong', () => {
  it.each(every.map((wrong) => [wrong.code, wrong] as const))(
    '%s is said to people',
    (_, wrong) => {
      const words = issueWords(wrong, people)
      expect(words.length).toBeGreaterThan(8)
      expect(words).not.toMatch(INTERNAL)
    },
  )

  it.each<[Issue, string]>([
    [
      issue('', 'over-brim', { reachesMm: 31.456, brimMm: 30 }),
      'reaches 31.46 mm, the brim is at 30.00 mm',
    ],
    [
      issue('', 'of-set-piece', {
        piece: 'Rook',
        layer: 'face',
        issue: issue('', 'level-not-rising', { reachesMm: 8, belowMm: 8 }),
      }),
      'Rook: reaches 8.00 mm, which is not above the layer below (8.00 mm) (face)',
    ],
    [
      issue('', 'too-much-at-once', {
        task: 'b',
        tasks: ['a', 'b', 'c'],
        minute: 7,
        demand: { of: 'mould', id: 'dial', asked: 3, there: 1 },
      }),
      '"a", "b" and "c" cannot but be under way at minute 7 and ask for 3 of the mould "dial"; there is 1',
    ],
    [
      issue('', 'begins-after', { task: 'b', after: 'a', minMin: -30, maxMin: null }),
      '"b" begins at most 30 min before, or after "a"',
    ],
    [
      issue('', 'begins-after', { task: 'b', after: 'a', minMin: 0, maxMin: 90 }),
      '"b" begins at most 1 h 30 min after "a"',
    ],
  ])('%j, for whoever wrote the request', (wrong, words) => {
    expect(issueWords(wrong)).toBe(words)
  })

  it('travels with its path; several make one sentence', () => {
    const [first, second] = [issue('name', 'name-taken', { what: 'mould' }), issue('', 'not-json')]
    expect(said(first)).toEqual({ path: 'name', message: 'another mould has this name' })
    expect(allSaid([first, second])).toBe('another mould has this name; is not JSON')
  })

  it('a wait from the clock is told as the instant that it fixes', () => {
    const wait = (minMin: number, maxMin: number | null) =>
      asInstant(issue('', 'begins-after', { task: TASK, after: CLOCK, minMin, maxMin }), 1000)
    expect(issueWords(wait(-995, null), people)).toBe(
      '“Trim” begins no sooner than Mon 1 Mar 05:00',
    )
    expect(issueWords(wait(-1000, -996), people)).toBe(
      '“Trim” begins no later than Mon 1 Mar 04:00',
    )
  })
})

describe('why a task lies there', () => {
  const startAt = '2027-03-01T08:00:00.000Z'
  const cases = BINDINGS.flatMap((binding) =>
    TASK_KINDS.flatMap((kind) =>
      [null, CLOCK, `${CLOCK}.cold.r9.1`, OTHER].map((withKey) => ({ binding, kind, withKey })),
    ),
  )

  it('is said beside the plan without a word of the inside', () => {
    expect(cases.length).toBeGreaterThan(200)
    for (const one of cases)
      expect(whyThenWords({ ...one, startAt }, undefined, 'Wren')).not.toMatch(INTERNAL)
  })

  it('is said with a promise without a word of the inside', () => {
    const meaning = new Map<string, TaskMeaning>([
      [TASK, { lineId: 1, potId: 4, kind: 'mix', title: 'Trim' }],
      [OTHER, { lineId: 2, potId: null, kind: 'step', title: 'mix face' }],
    ])
    const names = {
      meaning,
      person: () => 'Wren',
      order: () => 'Gate plaques',
      at: people.at,
      placeKinds: new Map([['r9', 'box']]),
      resins: new Map([[4, 'Slow, clear']]),
    }
    const link = { takesMin: 45, waitMin: 60 }
    const sentences = cases.flatMap(({ binding, withKey }) => {
      const task = { id: TASK, startMin: 5, endMin: 50, maker: 'p3', station: null, place: 'r9' }
      const held: HoldingLink = { ...link, task, why: { task: TASK, binding, with: withKey } }
      return holdingWords(held, held, 1, names) ?? []
    })
    expect(sentences.length).toBeGreaterThan(100)
    for (const sentence of sentences) expect(sentence).not.toMatch(INTERNAL)
  })
})
