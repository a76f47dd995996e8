<script setup lang="ts">
import { originOf, type Origin } from '~~/core/trade'
import type { ResinFields } from '~~/shared/schemas/resins'
import type { ResinField } from '~/utils/resinFields'

/** One figure of a resin with where it came from. */
const resin = defineModel<ResinFields>({ required: true })
const { field, errorAt } = defineProps<{
  field: ResinField
  errorAt: (path: string) => string | undefined
}>()
const value = computed({
  get: () => resin.value[field.key],
  set: (next) => (resin.value = { ...resin.value, [field.key]: next }),
})
const setOrigin = (from: Origin) =>
  (resin.value = { ...resin.value, origins: { ...resin.value.origins, [field.key]: from } })
</script>

<template>
  <SourcedNumber
    v-model="value"
    :optional="field.optional"
    :label="field.label"
    :unit="field.unit"
    :error="errorAt(field.key)"
    :origin="originOf(resin, field.key)"
    @origin="setOrigin"
  />
</template>
