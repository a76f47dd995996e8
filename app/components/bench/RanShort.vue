<script setup lang="ts">
import { extraMix, type RunTargets } from '~~/core/run'
import { cupParts, doseFigures } from '~/utils/cupDoses'

/** The mix did not reach: how much more of the same is mixed, part by part and cup by cup. */
const { open, targets, shortMl } = defineProps<{
  open: boolean
  targets: RunTargets
  /** How much less than needed was mixed, ml; nothing where it was enough or nobody knows. */
  shortMl: number | null
}>()
const emit = defineEmits<{ close: []; mixed: [ml: number] }>()
/** What is mostly missing where enough was mixed, of the whole. */
const USUAL_SHARE = 0.1
const usual = computed(() => Math.max(1, Math.round(shortMl || targets.needMl * USUAL_SHARE)))
const typed = ref<number>()
const ml = computed(() => typed.value ?? usual.value)
const mix = computed(() => extraMix(targets, ml.value))
const decimals = computed(() => (targets.parts[0]?.unit === 'g' ? 1 : 0))
</script>

<template>
  <AskDialog :open="open" title="It does not reach: more of the same" @close="emit('close')">
    <div class="space-y-3">
      <FieldNumber
        :model-value="ml"
        class="w-40"
        label="so much is missing"
        unit="ml"
        @update:model-value="typed = $event"
      />
      <dl class="grid grid-cols-[auto_minmax(0,1fr)] gap-x-5 text-xl" aria-label="What is mixed">
        <template v-for="part in mix.parts" :key="part.part">
          <dt>part {{ part.part.toUpperCase() }}</dt>
          <dd class="font-semibold">{{ figure(part.amount, part.unit, decimals) }}</dd>
        </template>
        <template v-for="cup in mix.cups" :key="cup.name">
          <dt>{{ cup.name }}</dt>
          <dd>
            {{ cup.takenMl > 0 ? figure(cup.takenMl, 'ml', 1) : '' }}
            <span v-for="words in cupParts(cup)" :key="words" class="block text-soft">{{
              words
            }}</span><span v-for="dose in cup.doses ?? []" :key="dose.name" class="block text-soft"
              >{{ dose.name }} {{ doseFigures(dose) }}</span
            >
          </dd>
        </template>
      </dl>
      <p class="text-soft">
        Stir it as long as the first, and pour it while that is still liquid: it becomes one with
        it. Below ten grams a part, half a gram is a wrong ratio; rather mix more.
      </p>
      <div class="flex gap-3">
        <button type="button" class="press" :disabled="!(ml > 0)" @click="emit('mixed', ml)">
          It is mixed: pour on
        </button>
        <button type="button" class="quiet" @click="emit('close')">It reaches after all</button>
      </div>
    </div>
  </AskDialog>
</template>
