<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { levelAreaCm2, type Shelf } from '~~/core/trade'

/** The shelves of a rack or a box, from the top. */
const shelves = defineModel<Shelf[]>({ required: true })
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const SIDES = [
  { key: 'widthMm', label: 'wide' },
  { key: 'depthMm', label: 'deep' },
  { key: 'clearMm', label: 'clear above' },
] as const
const add = () =>
  shelves.value.push({
    ...(shelves.value.at(-1) ?? { widthMm: 800, depthMm: 400, clearMm: 200, isLevel: true }),
  })
const areaCm2 = computed(() => levelAreaCm2(shelves.value))
</script>

<template>
  <fieldset>
    <legend class="font-semibold">Shelves, from the top</legend>
    <ul>
      <li
        v-for="(shelf, i) in shelves"
        :key="i"
        class="grid grid-cols-3 items-end gap-3 border-b border-hair py-2 sm:grid-cols-[1fr_1fr_1fr_auto_auto]"
      >
        <FieldNumber
          v-for="side in SIDES"
          :key="side.key"
          :model-value="shelf[side.key]"
          :label="side.label"
          unit="mm"
          :error="errorAt(`shelves[${i}].${side.key}`)"
          @update:model-value="shelf[side.key] = $event ?? NaN"
        />
        <label class="flex min-h-10 items-center gap-2"
          ><input v-model="shelf.isLevel" type="checkbox" class="size-5 accent-ink" /> level</label
        >
        <button
          type="button"
          class="quiet slim"
          :aria-label="`Remove shelf ${i + 1}`"
          @click="shelves.splice(i, 1)"
        >
          <Trash2 :size="17" />
        </button>
      </li>
    </ul>
    <p v-if="errorAt('shelves')" class="wrong">The shelves {{ errorAt('shelves') }}.</p>
    <div class="mt-2 flex flex-wrap items-center gap-4">
      <button type="button" class="quiet slim inline-flex items-center gap-1" @click="add">
        <Plus :size="17" />
        {{ shelves.length === 0 ? 'a shelf, where you measure them' : 'another' }}
      </button>
      <span v-if="Number.isFinite(areaCm2) && shelves.length > 0" class="text-soft"
        >{{ figure(areaCm2, 'cm²', 0) }} are level</span
      >
    </div>
  </fieldset>
</template>
