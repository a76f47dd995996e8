<script setup lang="ts">
import { handsMin } from '~~/core/recipe'
import { ROUTE_WORDS, type Route } from '~~/core/rework'
import type { Recipe } from '~~/core/trade'
import { formatDuration } from '~~/core/units'
import { whyCostPerGood } from '~~/core/why'

/** One way to mend a piece, with its hands and what it costs. */
const { route, mending } = defineProps<{ route: Route; mending: Recipe }>()
const emit = defineEmits<{ choose: [] }>()
const workshop = useWorkshopStore()
const { costed } = useBatch(
  () => mending,
  () => 1,
)
const why = computed(() => {
  const cost = costed.value
  return workshop.priced && cost?.ok
    ? whyCostPerGood(cost.value, 1, workshop.priced, workshop.yieldFrom)
    : null
})
const hands = computed(() => formatDuration(handsMin(mending.course, 1)))
</script>

<template>
  <li class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-hair py-1.5">
    <div class="min-w-0 flex-1 basis-56">
      <p class="font-semibold first-letter:uppercase">{{ route }}</p>
      <p class="text-soft">{{ ROUTE_WORDS[route].says }}; {{ hands }} of hands</p>
    </div>
    <WhyNumber v-if="why" :why="why" />
    <button
      type="button"
      class="quiet slim"
      :aria-label="`Mend it: ${route}`"
      @click="emit('choose')"
    >
      Mend it so
    </button>
  </li>
</template>
