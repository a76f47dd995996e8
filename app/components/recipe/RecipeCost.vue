<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { mouldsInUse, type Recipe } from '~~/core/trade'
import { whyCostPerGood, whyPrice } from '~~/core/why'

/** What a piece of a recipe costs while it is written, made so many at a time. */
const { recipe } = defineProps<{ recipe: Recipe }>()
/** A price is looked at when one stops typing: until then keystrokes go first. */
const STILL_MS = 120
const still = refDebounced(
  computed(() => recipe),
  STILL_MS,
)
const isBehind = computed(() => still.value !== recipe)
const workshop = useWorkshopStore()
const mould = computed(() => workshop.moulds.get(recipe.mouldId ?? 0) ?? null)
const typed = ref<number>()
/** As many as there are moulds for, as long as nobody says otherwise. */
const pieces = computed(() =>
  Math.max(1, Math.floor(typed.value ?? (mould.value ? mouldsInUse(mould.value) : 1)) || 1),
)
const { costed } = useBatch(
  () => still.value,
  () => pieces.value,
)
const cost = computed(() => (costed.value?.ok ? costed.value.value : null))
const priced = computed(() => workshop.priced)
</script>

<template>
  <div v-if="cost && priced" class="flex flex-wrap items-end gap-x-6 gap-y-2">
    <dl class="flex gap-x-6" :aria-busy="isBehind">
      <div>
        <dt class="text-soft">a good piece costs</dt>
        <dd><WhyNumber large :why="whyCostPerGood(cost, pieces, priced, workshop.yieldFrom)" /></dd>
      </div>
      <div>
        <dt class="text-soft">ask, with tax</dt>
        <dd><WhyNumber large :why="whyPrice(cost, priced)" /></dd>
      </div>
    </dl>
    <FieldNumber
      class="w-32"
      optional
      label="made at a time"
      :model-value="typed ?? pieces"
      @update:model-value="typed = $event"
    />
  </div>
</template>
