<script setup lang="ts">
/** A workshop’s name, where it is, and its money. */
interface WorkshopNames {
  name: string
  timeZone: string
  currency: string
}
const workshop = defineModel<WorkshopNames>({ required: true })
const { errorAt } = defineProps<{ errorAt: (field: keyof WorkshopNames) => string | undefined }>()
const asOptions = (names: readonly string[]) =>
  names.map((name) => ({ value: name, label: name.replaceAll('_', ' ') }))
/** Universal time is a place's, too, though it is none. */
const zones = asOptions([...new Set([...Intl.supportedValuesOf('timeZone'), 'UTC'])])
const currencies = asOptions(Intl.supportedValuesOf('currency'))
</script>

<template>
  <div class="space-y-3">
    <FieldText v-model="workshop.name" label="Name of the workshop" :error="errorAt('name')" />
    <div class="grid gap-3 sm:grid-cols-[1fr_8rem]">
      <FieldPick
        v-model="workshop.timeZone"
        label="Its time is that of"
        :options="zones"
        :error="errorAt('timeZone')"
      />
      <FieldPick
        v-model="workshop.currency"
        label="Money"
        :options="currencies"
        :error="errorAt('currency')"
      />
    </div>
  </div>
</template>
