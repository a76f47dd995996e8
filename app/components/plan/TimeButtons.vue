<script setup lang="ts">
import { SPANS } from '~/composables/useTimeScale'

/** Earlier, now and later, and how much time is seen at once. */
const { hours } = defineProps<{ hours: number }>()
const emit = defineEmits<{ pan: [views: number]; now: []; zoom: [hours: number] }>()
const MOST_OF_A_VIEW = 0.8
</script>

<template>
  <div class="mb-2 flex flex-wrap items-center gap-x-2 gap-y-2">
    <slot />
    <span class="flex gap-1">
      <button type="button" class="quiet slim" @click="emit('pan', -MOST_OF_A_VIEW)">
        earlier
      </button>
      <button type="button" class="quiet slim" @click="emit('now')">now</button>
      <button type="button" class="quiet slim" @click="emit('pan', MOST_OF_A_VIEW)">later</button>
    </span>
    <span class="flex flex-wrap gap-1" role="group" aria-label="How much time is shown">
      <button
        v-for="span in SPANS"
        :key="span.hours"
        type="button"
        class="slim border px-2"
        :class="hours === span.hours ? 'border-ink bg-act text-act-ink' : 'border-firm'"
        :aria-pressed="hours === span.hours"
        @click="emit('zoom', span.hours)"
      >
        {{ span.name }}
      </button>
    </span>
    <span class="ml-auto flex flex-wrap gap-1"><slot name="more" /></span>
  </div>
</template>
