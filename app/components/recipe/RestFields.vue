<script setup lang="ts">
import { restWindow } from '~~/core/pot'
import { NO_REST, type Rest } from '~~/core/trade'

/**
 * How long a mix or cup rests before it is poured: a share of the time that it stays workable, and
 * minutes at the least; with what that means for this resin.
 */
const {
  errorAt,
  workMin,
  before = null,
  optional = false,
} = defineProps<{
  errorAt: (path: string) => string | undefined
  /** How long the cup stays workable, minutes; null while that is not known. */
  workMin: number | null
  /** The same in the resin that it was before, where that was changed just now. */
  before?: { resin: string; workMin: number } | null
  optional?: boolean
}>()
const rest = defineModel<Rest | null>({ required: true })
const set = (changes: Partial<Rest>) => (rest.value = { ...(rest.value ?? NO_REST), ...changes })
const COUNTED = [
  { value: 'stirred', label: 'stirred' },
  { value: 'met', label: 'A met B' },
] as const
function setCounted(from: 'stirred' | 'met'): void {
  const { counts: _before, ...others } = rest.value ?? NO_REST
  rest.value = { ...others, ...(from === 'met' && { counts: from }) }
}
const PCT = 100
const asPct = (share: number) => Math.round(share * PCT * 100) / 100
function minutes(own: Rest, of: number): string {
  const { fromMin, toMin } = restWindow(own, of)
  return `${writtenNumber(fromMin, 0)} to ${writtenNumber(toMin, 0)} min of the ${writtenNumber(of, 0)} min`
}
const meant = computed(() =>
  rest.value === null || workMin === null
    ? ''
    : `${minutes(rest.value, workMin)} that this cup stays workable${rest.value.counts === 'met' ? ', counted from when A meets B' : ''}`,
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
    <div v-if="rest" class="grid grid-cols-2 gap-x-4 sm:grid-cols-4">
      <FieldNumber
        :model-value="rest.leastMin"
        label="rest at least"
        unit="min"
        :error="errorAt('leastMin')"
        @update:model-value="set({ leastMin: $event ?? NaN })"
      />
      <FieldNumber
        :model-value="asPct(rest.from)"
        label="and, of its time"
        unit="%"
        :error="errorAt('from')"
        @update:model-value="set({ from: ($event ?? NaN) / PCT })"
      />
      <FieldNumber
        :model-value="asPct(rest.to)"
        label="to, of its time"
        unit="%"
        :error="errorAt('to')"
        @update:model-value="set({ to: ($event ?? NaN) / PCT })"
      />
      <FieldChoice
        label="counted from"
        :options="COUNTED"
        :model-value="rest.counts ?? 'stirred'"
        @update:model-value="setCounted"
      />
    </div>
    <p v-if="rest && meant" class="text-soft">{{ meant }}</p>
    <p v-if="rest && before && meant" role="status" class="border-l-4 border-hands pl-3">
      The rest went along with the resin: in {{ before.resin }} it was
      {{ minutes(rest, before.workMin) }}.
    </p>
  </div>
</template>
