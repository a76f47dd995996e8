<script setup lang="ts">
import { castingsLeft, mouldsInUse } from '~~/core/trade'
import type { MouldFields } from '~~/shared/schemas/moulds'

/** How large moulds are outside, how worn they are, and which of them cannot be poured into now. */
const mould = defineModel<MouldFields>({ required: true })
const { counted, errorAt } = defineProps<{
  /** Castings in the workshop's log; null while the mould is not kept yet. */
  counted: number | null
  errorAt: (path: string) => string | undefined
}>()
const left = computed(() => castingsLeft(mould.value, counted ?? 0))
const SIDES = [
  { key: 'widthMm', label: 'wide' },
  { key: 'depthMm', label: 'deep' },
  { key: 'heightMm', label: 'high' },
] as const
</script>

<template>
  <FieldNumber
    :model-value="mould.outOfUse"
    label="torn, resting or lent"
    :error="errorAt('outOfUse')"
    @update:model-value="mould.outOfUse = $event ?? NaN"
  />
  <FieldText v-model="mould.outWhy" label="Which, and until when" :error="errorAt('outWhy')" />
  <FieldNumber
    :model-value="mould.usedBefore"
    label="castings before they are counted here"
    :error="errorAt('usedBefore')"
    @update:model-value="mould.usedBefore = $event ?? NaN"
  />
  <p class="self-end pb-2 text-soft">
    {{ writtenNumber(mouldsInUse(mould), 0) }} can be poured into;
    <template v-if="counted !== null">{{ counted + mould.usedBefore }} castings made, </template
    >about {{ writtenNumber(left, 0) }} left
  </p>
  <fieldset class="col-span-2">
    <label class="flex items-center gap-2 py-1"
      ><input
        type="checkbox"
        class="size-5 accent-ink"
        :checked="mould.outer !== null"
        @change="mould.outer = mould.outer ? null : { widthMm: 100, depthMm: 100, heightMm: 40 }"
      />
      measured from outside</label
    >
    <div v-if="mould.outer" class="grid grid-cols-3 gap-3">
      <FieldNumber
        v-for="side in SIDES"
        :key="side.key"
        :model-value="mould.outer[side.key]"
        :label="side.label"
        unit="mm"
        :error="errorAt(`outer.${side.key}`)"
        @update:model-value="mould.outer[side.key] = $event ?? NaN"
      />
    </div>
  </fieldset>
</template>
