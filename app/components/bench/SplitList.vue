<script setup lang="ts">
import type { RunCup } from '~~/core/run'
import type { DeepReadonly } from 'vue'
import { cupParts, doseFigures, wettedFirst } from '~/utils/cupDoses'

/** What each cup gets once the stirring has begun, to be read from afar. */
defineProps<{ cups: DeepReadonly<RunCup[]> }>()
</script>

<template>
  <ul
    class="flex flex-wrap justify-center gap-x-10 gap-y-2 text-[clamp(1.1rem,2vw,1.6rem)]"
    aria-label="Split and colour"
  >
    <li v-for="cup in cups" :key="cup.name">
      <span
        v-if="cup.tint !== ''"
        class="mr-2 inline-block size-5 border border-ink"
        :style="{ background: cup.tint }"
      /><strong>{{ cup.name }}</strong
      >{{ cup.takenMl > 0 ? `, ${figure(cup.takenMl, 'ml', 0)}` : ''
      }}<span v-for="part in cupParts(cup)" :key="part" class="block text-soft">{{ part }}</span
      ><span v-for="dose in cup.doses ?? []" :key="dose.name" class="block text-soft">{{
        [`${dose.name} ${doseFigures(dose)}`, wettedFirst(dose)].filter(Boolean).join(', ')
      }}</span>
    </li>
  </ul>
</template>
