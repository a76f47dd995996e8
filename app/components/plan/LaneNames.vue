<script setup lang="ts">
import { LABEL_PX, type LaidLane } from '~/utils/laneLayout'

/** The names of the lanes at their left. */
const { laid, heightPx } = defineProps<{ laid: readonly LaidLane[]; heightPx: number }>()
/** Lanes this tall have room for their note, pixels. */
const NOTE_ROOM_PX = 38
</script>

<template>
  <ul
    class="sticky left-0 z-10 shrink-0 border-r border-hair bg-sheet"
    :style="{ width: `${LABEL_PX}px`, height: `${heightPx}px` }"
  >
    <li
      v-for="{ lane, top, height } in laid"
      :key="lane.key"
      class="absolute w-full overflow-hidden px-2 leading-tight"
      :style="{ top: `${top}px`, height: `${height - 2}px` }"
      :title="lane.note"
    >
      <span class="line-clamp-1 text-[0.87rem] font-semibold">{{ lane.name }}</span><span
        v-if="height > NOTE_ROOM_PX"
        class="line-clamp-2 text-[0.78rem] text-soft"
        >{{ lane.note }}</span
      >
    </li>
  </ul>
</template>
