import { beforeAll, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { ref, watch } from 'vue'
import { giveNuxtGlobals } from '../fixtures/nuxtGlobals'
import { runs } from '../fixtures/runs'

let useCopy: typeof import('../../app/composables/useCopy').useCopy
beforeAll(async () => {
  giveNuxtGlobals({})
  ;({ useCopy } = await import('../../app/composables/useCopy'))
})

const aDraft = () =>
  ref({
    name: 'dial',
    shape: { kind: 'circle', sizes: [1, 2] },
    layers: [
      { key: 'l1', cups: [{ ml: 5 }] },
      { key: 'l2', cups: [{ ml: 6 }] },
    ],
    marks: [1, 2],
  })

test('is as the draft at every moment, and shares nothing with it', () => {
  const draft = aDraft()
  const copy = useCopy(draft)
  expect(copy.value).toEqual(draft.value)
  const before = copy.value
  draft.value.layers[0]!.cups[0]!.ml = 7
  draft.value.shape.sizes.push(3)
  draft.value.name = 'dial, tall'
  expect(copy.value).toEqual(draft.value)
  expect(before).toMatchObject({ name: 'dial', layers: [{ cups: [{ ml: 5 }] }, {}] })
  expect(before.shape.sizes).toEqual([1, 2])
})
test('reads again only the entry of a list in which something has changed', () => {
  const draft = aDraft()
  const copy = useCopy(draft)
  const [first, second] = copy.value.layers
  draft.value.layers[1]!.cups.push({ ml: 8 })
  expect(copy.value.layers[0]).toBe(first)
  expect(copy.value.layers[1]).not.toBe(second)
  draft.value.layers = [draft.value.layers[1]!, draft.value.layers[0]!]
  expect(copy.value.layers.map(({ key }) => key)).toEqual(['l2', 'l1'])
  expect(copy.value.layers[1]).toBe(first)
})
test('tells whoever watches of every change, however deep', () => {
  const draft = aDraft()
  const copy = useCopy(draft)
  let told = 0
  watch(copy, () => told++, { flush: 'sync' })
  draft.value.layers[0]!.cups[0]!.ml = 9
  draft.value.layers.push({ key: 'l3', cups: [] })
  draft.value.layers[2]!.cups.push({ ml: 1 })
  draft.value = aDraft().value
  expect(told).toBe(4)
})
test('any row of changes leaves the copy as the draft', () => {
  const at = fc.nat({ max: 4 })
  const change = fc.oneof(
    fc.record({ what: fc.constant('ml' as const), at }),
    fc.record({ what: fc.constant('add' as const), at }),
    fc.record({ what: fc.constant('drop' as const), at }),
    fc.record({ what: fc.constant('replace' as const), at }),
  )
  fc.assert(
    fc.property(fc.array(change, { maxLength: 12 }), (changes) => {
      const draft = aDraft()
      const copy = useCopy(draft)
      for (const { what, at: place } of changes) {
        const { layers } = draft.value
        const own = layers[place % Math.max(1, layers.length)]
        if (what === 'add') layers.splice(place, 0, { key: `n${layers.length}`, cups: [] })
        else if (what === 'drop') layers.splice(place, 1)
        else if (own && what === 'ml') own.cups.push({ ml: place })
        else if (own) draft.value.layers = layers.map((one) => (one === own ? { ...one } : one))
        expect(copy.value).toEqual(draft.value)
      }
    }),
    { numRuns: runs(100) },
  )
})
