<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import type { ResinFields } from '~~/shared/schemas/resins'

/** What a kit makes, costs and takes to come, and other sizes of it. */
const resin = defineModel<ResinFields>({ required: true })
const { errorAt, fixed } = defineProps<{
  errorAt: (path: string) => string | undefined
  /** Whether what it costs is not for the reader to change. */
  fixed: boolean
}>()
const workshop = useWorkshopStore()
const costs = computed(() => `a kit costs, ${workshop.rules?.currency}`)
const FIELDS = {
  kitMl: { label: 'a kit makes', unit: 'ml' },
  leadDays: { label: 'a new kit takes', unit: 'days' },
} as const
const set = (key: keyof typeof FIELDS, value: number | undefined) =>
  (resin.value = { ...resin.value, [key]: value })

function addKit(): void {
  const { kitMl: ml, kitPrice: price, leadDays, otherKits } = resin.value
  resin.value.otherKits = [...otherKits, { ml, price, leadDays }]
}
</script>

<template>
  <div class="grid grid-cols-2 gap-3">
    <FieldNumber
      :model-value="resin.kitMl"
      v-bind="FIELDS.kitMl"
      :error="errorAt('kitMl')"
      @update:model-value="set('kitMl', $event)"
    />
    <FieldMoney
      v-model="resin.kitPrice"
      :label="costs"
      :fixed="fixed"
      :error="errorAt('kitPrice')"
    />
    <FieldNumber
      :model-value="resin.leadDays"
      v-bind="FIELDS.leadDays"
      :error="errorAt('leadDays')"
      @update:model-value="set('leadDays', $event)"
    />
    <slot />
  </div>
  <div>
    <h3 class="font-semibold">Other kits</h3>
    <div
      v-for="(kit, i) in resin.otherKits"
      :key="i"
      class="mt-1 grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-3"
    >
      <FieldNumber
        :hide-label="i > 0"
        :model-value="kit.ml"
        label="makes"
        unit="ml"
        :error="errorAt(`otherKits[${i}].ml`)"
        @update:model-value="kit.ml = $event ?? NaN"
      />
      <FieldMoney
        v-model="kit.price"
        :fixed="fixed"
        :hide-label="i > 0"
        label="costs"
        :error="errorAt(`otherKits[${i}].price`)"
      />
      <FieldNumber
        :hide-label="i > 0"
        :model-value="kit.leadDays"
        label="takes"
        unit="days"
        :error="errorAt(`otherKits[${i}].leadDays`)"
        @update:model-value="kit.leadDays = $event ?? NaN"
      />
      <button
        type="button"
        class="quiet slim"
        :aria-label="`Remove kit ${i + 1}`"
        @click="resin.otherKits.splice(i, 1)"
      >
        <Trash2 :size="16" />
      </button>
    </div>
    <button type="button" class="quiet slim mt-1 inline-flex items-center gap-1" @click="addKit">
      <Plus :size="16" /> kit
    </button>
  </div>
</template>
