<script setup lang="ts">
import { ArrowDown, ArrowUp, Trash2 } from '@lucide/vue'

/**
 * One line of the course. It is told all in words, so that only what has changed is drawn anew
 * where the course is long.
 */
defineProps<{
  title: string
  amount: string
  minutes: string
  summary: string
  /** Of what is poured; null for other work. */
  tint: string | null
  /** Which pour it is; null for other work. */
  number: number | null
  opened: boolean
  first: boolean
  last: boolean
  /** A mix goes with its layer. */
  lasting: boolean
}>()
defineEmits<{ toggle: []; move: [by: 1 | -1]; remove: [] }>()
</script>

<template>
  <div class="grid grid-cols-[1.6rem_minmax(0,1fr)_auto] items-center gap-2">
    <span
      v-if="tint"
      class="grid size-6 place-items-center border border-ink text-sm"
      :style="{ background: tint, color: number === null ? undefined : readableOn(tint) }"
      >{{ number ?? '' }}</span><span v-else />
    <button
      type="button"
      class="min-w-0 text-left leading-tight"
      :aria-expanded="opened"
      @click="$emit('toggle')"
    >
      <span class="font-semibold">{{ title || 'without a name' }}</span>{{ ' ' }}
      <span v-if="amount">{{ amount }}</span>{{ ' ' }}
      <span class="text-soft">{{ minutes }}</span><br /><span class="text-soft">{{ summary }}</span>
    </button>
    <span class="flex gap-1">
      <button
        type="button"
        class="quiet slim"
        :disabled="first"
        :aria-label="`${title} earlier`"
        @click="$emit('move', -1)"
      >
        <ArrowUp :size="15" />
      </button>
      <button
        type="button"
        class="quiet slim"
        :disabled="last"
        :aria-label="`${title} later`"
        @click="$emit('move', 1)"
      >
        <ArrowDown :size="15" />
      </button>
      <button
        type="button"
        class="quiet slim"
        :disabled="lasting"
        :aria-label="`Remove ${title}`"
        @click="$emit('remove')"
      >
        <Trash2 :size="15" />
      </button>
    </span>
  </div>
</template>
