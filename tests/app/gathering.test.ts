import { beforeEach, describe, expect, test } from '@jest/globals'
import { effectScope, ref } from 'vue'
import { gatherPots, potOf } from '../../core/pot'
import type { Pot, PotPortion } from '../../shared/types/pots'
import type { GatherQuestion } from '../../app/workers/gather.worker'
import { giveNuxtGlobals } from '../fixtures/nuxtGlobals'
import { poured, mould, resin, rules } from '../fixtures/studio'

/** Does in its own time what the worker does beside the page. */
class QuickWorker {
  static ended = 0
  onmessage: ((event: { data: unknown }) => void) | null = null
  postMessage = ({ lots }: GatherQuestion) =>
    queueMicrotask(() =>
      this.onmessage?.({
        data: structuredClone(lots).map(({ terms, portions }) => gatherPots(portions, terms)),
      }),
    )
  terminate = () => void QuickWorker.ended++
}
const portion = (lineId: number, changes: Partial<PotPortion> = {}): PotPortion => ({
  lineId,
  ...poured(),
  layerIndex: 0,
  firstPiece: 1,
  pieces: 2,
  pouredMl: 80,
  mouldId: null,
  orderId: lineId,
  isOwn: true,
  orderTitle: `order ${lineId}`,
  recipeId: 1,
  recipeName: 'block',
  depthMm: 8,
  ...changes,
})
const pot = (id: number, portions: PotPortion[]): Pot => ({
  id,
  version: 3,
  letter: 'ABC'[id - 1] ?? 'Z',
  tint: '#808080',
  resinId: 1,
  needMl: potOf(portions, { resin, rules, warmC: 20 }).needMl,
  state: 'planned',
  gathered: false,
  runId: null,
  startAt: null,
  personId: null,
  portions,
})

beforeEach(() => {
  QuickWorker.ended = 0
  giveNuxtGlobals({
    Worker: QuickWorker,
    useWorkshopStore: () => ({ rules, warmC: 20, moulds: new Map([[1, mould]]) }),
    useResinStore: () => ({
      byId: new Map([
        [1, resin],
        [2, { ...resin, id: 2, name: 'Other' }],
      ]),
    }),
  })
})
async function table(pots: Pot[]) {
  const { useGathering } = await import('../../app/composables/useGathering')
  const open = ref(pots)
  const scope = effectScope()
  return { gathering: scope.run(() => useGathering(() => open.value))!, open, scope }
}
const lines = (pots: readonly { portions: readonly PotPortion[] }[]) =>
  pots.map((one) => one.portions.map((own) => own.lineId))

describe('gathering pots on the table', () => {
  test('picked pots lie there as they are, and nothing has changed yet', async () => {
    const { gathering } = await table([
      pot(1, [portion(1)]),
      pot(2, [portion(2)]),
      pot(3, [portion(3)]),
    ])
    gathering.pick([1, 2])
    expect(lines(gathering.table.value)).toEqual([[1], [2]])
    expect([gathering.isChanged.value, gathering.exact.value]).toEqual([false, null])
    expect(gathering.judged.value.map((one) => one.figures?.needMl)).toEqual([80, 80])
  })
  test('the fewest pots keep the letter of the pot that most of them comes from', async () => {
    const { gathering } = await table([
      pot(1, [portion(1)]),
      pot(2, [portion(2, { pieces: 4, pouredMl: 160 })]),
      pot(3, [portion(3, { ...poured({ resinId: 2 }) })]),
    ])
    gathering.pick([1, 2, 3])
    await gathering.gather()
    expect(lines(gathering.table.value)).toEqual([[1, 2], [3]])
    expect(gathering.table.value.map((one) => one.keep)).toEqual([2, 3])
    expect([gathering.isChanged.value, gathering.exact.value, gathering.working.value]).toEqual([
      true,
      true,
      false,
    ])
    expect(gathering.fields()).toEqual({
      from: [
        { id: 1, version: 3 },
        { id: 2, version: 3 },
        { id: 3, version: 3 },
      ],
      pots: [
        {
          keep: 2,
          portions: [
            { lineId: 1, layerId: 1, firstPiece: 1, pieces: 2 },
            { lineId: 2, layerId: 1, firstPiece: 1, pieces: 4 },
          ],
        },
        { keep: 3, portions: [{ lineId: 3, layerId: 1, firstPiece: 1, pieces: 2 }] },
      ],
    })
  })
  test('a halved portion moves to a new pot, comes back and is one again', async () => {
    const { gathering } = await table([pot(1, [portion(1, { pieces: 4, pouredMl: 160 })])])
    gathering.pick([1])
    gathering.halve(gathering.table.value[0]!.portions[0]!, gathering.table.value[0]!)
    gathering.move(gathering.table.value[0]!.portions[1]!, gathering.table.value[0]!, null)
    expect(
      gathering.table.value.map((one) =>
        one.portions.map(({ firstPiece, pieces, pouredMl }) => [firstPiece, pieces, pouredMl]),
      ),
    ).toEqual([[[1, 2, 80]], [[3, 2, 80]]])
    gathering.move(
      gathering.table.value[1]!.portions[0]!,
      gathering.table.value[1]!,
      gathering.table.value[0]!,
    )
    expect(
      gathering.table.value.map((one) =>
        one.portions.map(({ firstPiece, pieces }) => [firstPiece, pieces]),
      ),
    ).toEqual([[[1, 4]]])
    expect(gathering.isChanged.value).toBe(false)
  })
  test('what breaks is told at the pot it breaks, also by way of pots that were not picked', async () => {
    const back = (lineId: number) =>
      portion(lineId, { layerIndex: 1, ...poured({ id: 2, name: 'back' }) })
    const { gathering } = await table([
      pot(1, [portion(1)]),
      pot(2, [portion(2, { layerIndex: 1, ...poured({ id: 2, name: 'back' }) })]),
      pot(3, [portion(2), back(1)]),
    ])
    gathering.pick([1, 2])
    gathering.move(
      gathering.table.value[1]!.portions[0]!,
      gathering.table.value[1]!,
      gathering.table.value[0]!,
    )
    expect(
      gathering.judged.value.map((one) =>
        one.problems.map((problem) => [problem.code, problem.breaks]),
      ),
    ).toEqual([[['pot-circle', true]]])
  })
  test('leaving stops the work', async () => {
    const { gathering, scope } = await table([pot(1, [portion(1)])])
    gathering.pick([1])
    const work = gathering.gather()
    scope.stop()
    await work
    expect([QuickWorker.ended, gathering.working.value]).toEqual([1, false])
  })
})
