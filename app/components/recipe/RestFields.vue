<script setup lang="ts">
import { NO_REST, type Rest } from '~~/core/trade'

/**
 * How long a mix or cup rests before it is poured: a share of the time that it stays workable, and
 * minutes at the least; with what that means for this resin.
 */
const {
  errorAt,
  workMin,
  optional = false,
} = defineProps<{
  errorAt: (path: string) => string | undefined
  /** How long the cup stays workable, minutes; null while that is not known. */
  workMin: number | null
  optional?: boolean
}>()
const rest = defineModel<Rest | null>({ required: true })
const set = (changes: Partial<Rest>) => (rest.value = { ...(rest.value ?? NO_REST), ...changes })
const PCT = 100
const asPct = (share: number) => Math.round(share * PCT * 100) / 100
const meant = computed(() =>
  rest.value === null || workMin === null
    ? ''
    : `${writtenNumber(Math.max(rest.value.from * workMin, rest.value.leastMin), 0)} to ${writtenNumber(rest.value.to * workMin, 0)} min of the ${writtenNumber(workMin, 0)} min that this cup stays workable`,
)
</script>

<template>
  <div>
    <label v-if="optional" class="flex items-center gap-2"
      ><input
        type="checkbox"
        class="size-5 accent-ink"
        :checked="rest !== null"
        @change="rest = ($event.target as HTMLInputElement).checked ? { ...NO_REST } : null"
      />rests by itself once it is coloured</label
    >
    <div v-if="rest" class="grid grid-cols-3 gap-x-4">
      <FieldNumber
        :model-value="rest.leastMin"
        label="rest at least"
        unit="min"
        :error="errorAt('leastMin')"
        @update:model-value="set({ leastMin: $event ?? NaN })"
      />
      <FieldNumber
        :model-value="asPct(rest.from)"
        label="and from"
        unit="% of its time"
        :error="errorAt('from')"
        @update:model-value="set({ from: ($event ?? NaN) / PCT })"
      />
      <FieldNumber
        :model-value="asPct(rest.to)"
        label="to"
        unit="% of its time"
        :error="errorAt('to')"
        @update:model-value="set({ to: ($event ?? NaN) / PCT })"
      />
    </div>
    <p v-if="rest && meant" class="text-soft">{{ meant }}</p>
  </div>
</template>
