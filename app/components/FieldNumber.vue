<script setup lang="ts">
import { readNumber } from '~~/core/units'

/**
 * A labelled number with its unit. It keeps what was typed, comma or point, and hands on the number; what is no
 * number is handed on as NaN, which no schema accepts, and is never guessed at.
 */
const { label, unit = '', error = undefined, optional = false, hideLabel = false } = defineProps<{ label: string; unit?: string; error?: string; optional?: boolean; hideLabel?: boolean }>()
const model = defineModel<number | undefined>({ required: true })
const id = useId()

const written = (value: number | undefined) => (value === undefined || Number.isNaN(value) ? '' : String(Math.round(value * 1e6) / 1e6))
const text = ref(written(model.value))
const own = ref('')

function read(typed: string): number | undefined {
  const result = readNumber(typed)
  own.value = ''
  if (result.ok) return result.value
  if (result.code === 'EMPTY') return optional ? undefined : Number.NaN
  own.value = result.code === 'AMBIGUOUS_SEPARATOR' ? `"${typed}" has both a comma and a point; write the decimals with one of them` : `"${typed}" is not a number`
  return Number.NaN
}
function typed(value: string): void {
  text.value = value
  model.value = read(value)
}
watch(model, (value) => {
  const shown = readNumber(text.value)
  const same = value === undefined ? text.value.trim() === '' : Number.isNaN(value) || (shown.ok && shown.value === value)
  if (!same) {
    text.value = written(value)
    own.value = ''
  }
})
const complaint = computed(() => own.value || error)
</script>

<template>
  <div>
    <label :for="id" class="text-soft" :class="hideLabel ? 'sr-only' : ''">{{ label }}</label>
    <div class="flex items-center gap-2">
      <input :id="id" :value="text" inputmode="decimal" autocomplete="off" class="entry text-right" :aria-invalid="!!complaint" :aria-describedby="complaint ? `${id}-wrong` : undefined" @input="typed(($event.target as HTMLInputElement).value)">
      <span v-if="unit" class="min-w-8 text-soft">{{ unit }}</span>
    </div>
    <p v-if="complaint" :id="`${id}-wrong`" class="wrong">{{ complaint }}</p>
  </div>
</template>
