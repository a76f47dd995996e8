<script setup lang="ts">
import {
  Combobox,
  ComboboxButton,
  ComboboxInput,
  ComboboxLabel,
  ComboboxOption,
  ComboboxOptions,
} from '@headlessui/vue'
import { ChevronDown } from '@lucide/vue'

/** A labelled word, found among those that are known as one types, or a new one. */
const {
  label,
  options,
  error = undefined,
} = defineProps<{ label: string; options: readonly string[]; error?: string }>()
const model = defineModel<string>({ required: true })
const typed = ref('')
const found = computed(() => {
  const wanted = typed.value.trim().toLowerCase()
  return options.filter((option) => option.toLowerCase().includes(wanted))
})
/** What is typed holds at once: whoever goes on to the next field loses nothing. */
function type(text: string): void {
  typed.value = text
  model.value = text
}
const isNew = computed(() => {
  const wanted = typed.value.trim().toLowerCase()
  return wanted !== '' && !options.some((option) => option.toLowerCase() === wanted)
})
</script>

<template>
  <Combobox v-model="model" as="div" class="relative">
    <ComboboxLabel class="text-soft">{{ label }}</ComboboxLabel>
    <div class="relative">
      <ComboboxInput
        class="entry pr-9"
        autocomplete="off"
        :display-value="(value) => value as string"
        :aria-invalid="!!error"
        @change="type(($event.target as HTMLInputElement).value)"
        @focus="typed = ''"
      />
      <ComboboxButton
        class="absolute inset-y-0 right-0 flex items-center px-2"
        :aria-label="`Show all for ${label}`"
        @click="typed = ''"
        ><ChevronDown :size="16"
      /></ComboboxButton>
    </div>
    <ComboboxOptions
      class="absolute z-30 mt-1 max-h-60 w-full overflow-auto border border-firm bg-sheet py-1 shadow-sm"
    >
      <ComboboxOption v-if="isNew" v-slot="{ active }" :value="typed.trim()" as="template">
        <li class="cursor-pointer px-3 py-2" :class="active ? 'bg-ink text-ground' : 'text-soft'">
          a new one: “{{ typed.trim() }}”
        </li>
      </ComboboxOption>
      <ComboboxOption
        v-for="option in found"
        :key="option"
        v-slot="{ active, selected }"
        :value="option"
        as="template"
      >
        <li
          class="cursor-pointer px-3 py-2"
          :class="[active ? 'bg-ink text-ground' : '', selected ? 'font-semibold' : '']"
        >
          {{ option }}
        </li>
      </ComboboxOption>
    </ComboboxOptions>
    <p v-if="error" class="wrong">{{ error }}</p>
  </Combobox>
</template>
