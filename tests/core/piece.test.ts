import { describe, expect, test } from '@jest/globals'
import { foldPiece, type LoggedPieceEvent, type PieceEventKind } from '../../core/run'

const at = (minute: number) => new Date(Date.UTC(2026, 2, 2, 9, minute))
const log = (...kinds: PieceEventKind[]): LoggedPieceEvent[] =>
  kinds.map((kind, i) => ({
    kind,
    at: at(i),
    ...((kind === 'poured' || kind === 'moved') && { placeId: i + 1 }),
  }))

describe('the log of a piece', () => {
  test.each<[PieceEventKind[], string, number | null]>([
    [['poured'], 'curing', 1],
    [['poured', 'moved', 'demoulded'], 'demoulded', 2],
    [['poured', 'demoulded', 'good'], 'good', null],
    [['poured', 'demoulded', 'taken back'], 'curing', 1],
    [['poured', 'demoulded', 'good', 'taken back'], 'demoulded', 1],
    [['poured', 'demoulded', 'good', 'taken back', 'lost', 'taken back'], 'demoulded', 1],
    [['poured', 'moved', 'lost', 'taken back'], 'curing', 2],
    [['poured', 'lost', 'note', 'photo'], 'lost', null],
    [['poured', 'lost', 'poured'], 'curing', 3],
    [[], 'curing', null],
  ])('%j comes to %s, lying at %p', (kinds, state, placeId) =>
    expect(foldPiece(log(...kinds))).toMatchObject({ state, placeId }),
  )
  test.each<[PieceEventKind[], number | null, number]>([
    [['poured', 'demoulded'], null, 0],
    [['poured', 'lost'], 1, 1],
    [['poured', 'rework'], null, 1],
    [['poured', 'rework', 'second'], null, 0],
    [['poured', 'rework', 'good'], null, 0],
    [['poured', 'rework', 'lost'], 2, 2],
    [['poured', 'lost', 'taken back'], null, 0],
    [['poured', 'lost', 'poured', 'demoulded'], 1, 1],
    [['poured', 'lost', 'poured', 'rework'], 1, 2],
    [['poured', 'lost', 'poured', 'good'], null, 1],
  ])('%j failed last at %p, %p times', (kinds, failed, failures) =>
    expect(foldPiece(log(...kinds))).toMatchObject({
      failedAt: failed === null ? null : at(failed),
      failures,
    }),
  )

  const judged = (kind: PieceEventKind, minute: number, part = ''): LoggedPieceEvent => ({
    kind,
    at: at(minute),
    part,
  })
  test('pieces of a set are judged one by one, and the set as such', () => {
    const folded = foldPiece([
      ...log('poured', 'demoulded'),
      judged('good', 5, 'lid'),
      judged('lost', 6, 'tray'),
      judged('rework', 6),
    ])
    expect(folded.state).toBe('rework')
    expect([...folded.parts]).toEqual([
      ['lid', 'good'],
      ['tray', 'lost'],
    ])
  })
  test('what was said in one act is taken back together', () => {
    const folded = foldPiece([
      ...log('poured', 'demoulded'),
      judged('good', 5, 'lid'),
      judged('lost', 6, 'tray'),
      judged('rework', 6),
      judged('taken back', 7),
    ])
    expect(folded.state).toBe('demoulded')
    expect([...folded.parts]).toEqual([['lid', 'good']])
  })
  test('poured once more, a set is looked at anew', () =>
    expect(
      foldPiece([judged('good', 1, 'lid'), judged('lost', 2), judged('poured', 3)]).parts.size,
    ).toBe(0))
})
