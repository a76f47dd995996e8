<script setup lang="ts">
import { ArrowDown, ArrowUp, SplitSquareVertical, Trash2 } from '@lucide/vue'
import type { Front } from '~~/core/trade'

/** What is done with a whole layer: moved, another resin, split, taken out. */
const { front, at, of } = defineProps<{
  front: Front
  /** Its place among so many. */
  at: number
  of: number
  canSplit: boolean
  canChoose: boolean
}>()
defineEmits<{ move: [by: 1 | -1]; choose: []; split: []; remove: [] }>()
const ways = computed(() => (front === 'upside' ? ['back', 'face'] : ['face', 'back']))
</script>

<template>
  <div class="mt-4 flex flex-wrap gap-2 border-t border-hair pt-3 whitespace-nowrap">
    <button
      type="button"
      class="quiet slim inline-flex items-center gap-1"
      :disabled="at === 0"
      @click="$emit('move', -1)"
    >
      <ArrowUp :size="16" /> to the {{ ways[0] }}
    </button>
    <button
      type="button"
      class="quiet slim inline-flex items-center gap-1"
      :disabled="at === of - 1"
      @click="$emit('move', 1)"
    >
      <ArrowDown :size="16" /> to the {{ ways[1] }}
    </button>
    <button type="button" class="quiet slim" :disabled="!canChoose" @click="$emit('choose')">
      which resin?
    </button>
    <button
      type="button"
      class="quiet slim inline-flex items-center gap-1"
      :disabled="!canSplit"
      @click="$emit('split')"
    >
      <SplitSquareVertical :size="16" /> split in two
    </button>
    <button
      type="button"
      class="quiet slim ml-auto inline-flex items-center gap-1"
      :disabled="of === 1"
      @click="$emit('remove')"
    >
      <Trash2 :size="16" /> remove
    </button>
  </div>
</template>
