<script setup lang="ts">
import type { RunTargets } from '~~/core/run'
import { solidOf } from '~~/core/size'

/** What is left in the cup goes into a small mould before it sets. */
const { open, targets } = defineProps<{ open: boolean; targets: RunTargets }>()
const emit = defineEmits<{ close: []; poured: [mouldId: number] }>()
const workshop = useWorkshopStore()
const homes = computed(() =>
  workshop.offeredMoulds
    .flatMap((mould) => {
      const solid = mould.shape && mould.filler ? solidOf(mould.shape) : null
      return solid ? [{ id: mould.id, name: mould.name, ml: solid.capacityMl }] : []
    })
    .sort((x, y) => x.ml - y.ml),
)
</script>

<template>
  <AskDialog :open="open" title="Where does what is left go?" @close="emit('close')">
    <p v-if="homes.length === 0" class="text-soft">
      No mould is set aside for what is left; let it harden in its cup,
      {{ figure(targets.needMl, 'ml', 0) }}
      were mixed.
    </p>
    <ul v-else class="grid gap-2">
      <li v-for="home in homes" :key="home.id">
        <button type="button" class="quiet w-full text-left" @click="emit('poured', home.id)">
          {{ home.name }}, up to {{ figure(home.ml, 'ml', 0) }}
        </button>
      </li>
    </ul>
    <button type="button" class="quiet mt-4" @click="emit('close')">Nothing is left</button>
  </AskDialog>
</template>
