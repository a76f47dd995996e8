<script setup lang="ts">
import { rescue, type MixResin } from '~~/core/mix'
import { allSaid } from '~~/shared/words'

/** What to add when too much of a part went in. */
const { resin, needMl, unit } = defineProps<{ resin: MixResin; needMl: number; unit: 'g' | 'ml' }>()
const inCup = ref<{ a: number | undefined; b: number | undefined }>({ a: undefined, b: undefined })
const capacityMl = ref<number | undefined>(undefined)

const amount = (value: number | undefined) =>
  unit === 'g' ? { massG: value ?? 0 } : { volumeMl: value ?? 0 }
const isReady = computed(() =>
  [inCup.value.a, inCup.value.b].every((value) => value !== undefined && value >= 0),
)
const result = computed(() =>
  isReady.value
    ? rescue({
        resin,
        inCup: { a: amount(inCup.value.a), b: amount(inCup.value.b) },
        needMl,
        ...(capacityMl.value && capacityMl.value > 0 && { cupCapacityMl: capacityMl.value }),
      })
    : null,
)
const shown = (massG: number | null, volumeMl: number | null) =>
  unit === 'g' ? `${figure(massG, 'g', 1)}` : `${figure(volumeMl, 'ml', 1)}`
</script>

<template>
  <section>
    <h2 class="mb-1">Mispoured?</h2>
    <p class="text-soft">
      Write down what went into the cup of each part. Nothing comes out again; the part that is
      short is topped up.
    </p>
    <div class="mt-2 grid grid-cols-3 gap-3">
      <FieldNumber v-model="inCup.a" optional label="part A in the cup" :unit="unit" />
      <FieldNumber v-model="inCup.b" optional label="part B in the cup" :unit="unit" />
      <FieldNumber v-model="capacityMl" optional label="the cup holds" unit="ml" />
    </div>
    <div role="status" class="mt-3">
      <p v-if="result && !result.ok" class="wrong">
        {{ inOwnWords(allSaid(result.issues)) }}
      </p>
      <template v-else-if="result">
        <p v-if="result.value.add === null" class="font-semibold">
          The ratio is exact; nothing to add.
        </p>
        <p v-else class="text-xl">
          Add
          <strong
            >{{ shown(result.value.add.massG, result.value.add.volumeMl) }} of part
            {{ result.value.add.part.toUpperCase() }}</strong
          >
        </p>
        <p class="text-soft">
          <template v-if="result.value.ratioErrorPct !== null"
            >The ratio is {{ writtenNumber(Math.abs(result.value.ratioErrorPct), 1) }} % off,
            {{
              result.value.withinTolerance
                ? 'which this resin bears: it may stay as it is'
                : 'more than this resin bears'
            }}.
          </template>
          <template v-if="result.value.totalMl !== null"
            >The cup then holds {{ figure(result.value.totalMl, 'ml', 0) }},
            {{ figure(Math.abs(result.value.surplusMl ?? 0), 'ml', 0) }}
            {{ (result.value.surplusMl ?? 0) < 0 ? 'too little' : 'over' }}.
          </template>
          <span v-if="result.value.fitsCup === false" class="text-hands"
            >▲ It does not fit this cup any more: pour it into a larger one first.</span
          >
        </p>
      </template>
    </div>
  </section>
</template>
