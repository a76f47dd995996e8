<script setup lang="ts">
import type { RuleLine } from '~/utils/houseRules'
import type { RulesFields } from '~~/shared/schemas/house'

/** Rules of the house, each with what it begins with and what depends on it. */
const rules = defineModel<RulesFields>({ required: true })
const { lines, errorAt } = defineProps<{
  lines: readonly RuleLine[]
  errorAt: (path: string) => string | undefined
}>()
</script>

<template>
  <ul>
    <li
      v-for="line in lines"
      :key="line.key"
      class="grid items-end gap-x-5 gap-y-1 border-t border-hair py-2 first:border-t-0 sm:grid-cols-[13rem_1fr]"
    >
      <FieldNumber
        v-if="'unit' in line"
        :model-value="rules[line.key]"
        :label="line.label"
        :unit="line.unit"
        :error="errorAt(line.key)"
        @update:model-value="rules[line.key] = $event ?? NaN"
      />
      <FieldMoney
        v-else
        :model-value="rules[line.key]"
        :label="`${line.label}, ${rules.currency}`"
        :error="errorAt(line.key)"
        @update:model-value="rules[line.key] = $event ?? ''"
      />
      <p class="pb-2 text-sm text-soft">{{ line.needs }}. Starting value: {{ line.start }}.</p>
    </li>
  </ul>
</template>
