<script setup lang="ts">
import type { DecimalMark } from '~~/core/units'
import type { DateStyle } from '~~/shared/time/days'
import { DATE_STYLE_OPTIONS, DECIMAL_OPTIONS } from '~/utils/houseRules'

/** How a workshop writes days and decimals. */
interface WrittenStyle {
  dateStyle: DateStyle
  decimalMark: DecimalMark
}
const style = defineModel<WrittenStyle>({ required: true })
const { errorAt } = defineProps<{ errorAt: (field: keyof WrittenStyle) => string | undefined }>()
</script>

<template>
  <div class="grid gap-3 sm:grid-cols-2">
    <FieldChoice
      v-model="style.dateStyle"
      label="Days"
      :options="DATE_STYLE_OPTIONS"
      :error="errorAt('dateStyle')"
    />
    <FieldChoice
      v-model="style.decimalMark"
      label="Decimals"
      :options="DECIMAL_OPTIONS"
      :error="errorAt('decimalMark')"
    />
  </div>
</template>
