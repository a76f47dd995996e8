<script setup lang="ts" generic="T extends string | number | null">
import {
  Combobox,
  ComboboxButton,
  ComboboxInput,
  ComboboxLabel,
  ComboboxOption,
  ComboboxOptions,
} from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'

/** A labelled choice of one of many, found as one types. */
const {
  label,
  options,
  error = undefined,
  hideLabel = false,
  placeholder = 'choose',
} = defineProps<{
  label: string
  options: readonly { value: T; label: string }[]
  error?: string
  hideLabel?: boolean
  placeholder?: string
}>()
const model = defineModel<T>({ required: true })
const typed = ref('')
const found = computed(() => {
  const words = typed.value.trim().toLowerCase().split(/\s+/)
  return options.filter((option) =>
    words.every((word) => option.label.toLowerCase().includes(word)),
  )
})
const labelOf = (value: unknown) => options.find((option) => option.value === value)?.label ?? ''
</script>

<template>
  <Combobox v-model="model" as="div" class="relative">
    <ComboboxLabel class="text-soft" :class="hideLabel ? 'sr-only' : ''">{{ label }}</ComboboxLabel>
    <div class="relative">
      <ComboboxInput
        class="entry pr-9"
        autocomplete="off"
        :placeholder="placeholder"
        :display-value="labelOf"
        :aria-invalid="!!error"
        @change="typed = ($event.target as HTMLInputElement).value"
        @focus="
          (event: FocusEvent) => {
            typed = ''
            ;(event.target as HTMLInputElement).select()
          }
        "
      />
      <ComboboxButton
        class="absolute inset-y-0 right-0 flex items-center px-2"
        :aria-label="`Show all for ${label}`"
        @click="typed = ''"
        ><ChevronDown :size="16"
      /></ComboboxButton>
    </div>
    <ComboboxOptions
      class="absolute z-30 mt-1 max-h-72 w-full min-w-48 overflow-auto border border-firm bg-sheet py-1 shadow-sm"
    >
      <li v-if="found.length === 0" class="px-3 py-2 text-soft">
        {{ options.length === 0 ? 'there is none yet' : 'nothing is called so' }}
      </li>
      <ComboboxOption
        v-for="option in found"
        :key="String(option.value)"
        v-slot="{ active, selected }"
        :value="option.value"
        as="template"
      >
        <li
          class="cursor-pointer px-3 py-2"
          :class="[active ? 'bg-ink text-ground' : '', selected ? 'font-semibold' : '']"
        >
          {{ option.label }}
        </li>
      </ComboboxOption>
    </ComboboxOptions>
    <p v-if="error" class="wrong">{{ error }}</p>
  </Combobox>
</template>
