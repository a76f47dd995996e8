<script setup lang="ts">
import { chanceOfEnough, spareFor, sparesCost } from '~~/core/spares'
import type { Recipe } from '~~/core/trade'

/** How surely enough of a line come out, and what spares would do for that. */
const { recipe, wanted, spares } = defineProps<{ recipe: Recipe; wanted: number; spares: number }>()
const emit = defineEmits<{ take: [spares: number] }>()
const workshop = useWorkshopStore()
const proposed = computed(() =>
  Number.isInteger(wanted)
    ? spareFor(wanted, workshop.knownYield, workshop.rules?.spareSurePct ?? 0)
    : 0,
)
const chance = (more: number) =>
  `${writtenNumber(100 * chanceOfEnough(wanted, wanted + more, workshop.knownYield), 0)} %`
const own = useBatch(
  () => recipe,
  () => wanted,
)
const more = useBatch(
  () => recipe,
  () => wanted + proposed.value,
)
/** What the spares add to the batch, where that may be seen. */
const price = computed(() => {
  const [one, two] = [own.costed.value, more.costed.value]
  return workshop.priced && one?.ok && two?.ok
    ? `${written(sparesCost(two.value.batchCost, one.value.batchCost, workshop.priced.currency))} ${workshop.priced.currency}`
    : null
})
</script>

<template>
  <p
    v-if="workshop.knownYield.yieldPct < 100"
    class="flex flex-wrap items-center gap-x-3 text-soft"
  >
    <span>
      {{ spares > 0 ? `with ${spares} to spare ` : '' }}{{ chance(spares) }} sure that
      {{ wanted }} come out good
    </span>
    <button
      v-if="proposed > 0 && proposed !== spares"
      type="button"
      class="quiet slim"
      @click="emit('take', proposed)"
    >
      {{ proposed }} to spare: {{ chance(proposed) }}{{ price ? `, for ${price}` : '' }}
    </button>
  </p>
</template>
