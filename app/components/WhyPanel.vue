<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { X } from '@lucide/vue'

/** Shows how a number came about, with this piece's values and where each came from. */
const panel = useWhyStore()
const shown = ({
  value,
  unit = '',
  decimals = 1,
}: {
  value: number | string | null
  unit?: string
  decimals?: number
}) =>
  typeof value === 'string' ? { text: written(value), unit } : ownFigure(value, unit, decimals)
</script>

<template>
  <Dialog :open="panel.shown !== null" class="relative z-40" @close="panel.close">
    <div class="fixed inset-0 bg-ink/20" aria-hidden="true" />
    <DialogPanel
      class="fixed inset-y-0 right-0 w-full max-w-md overflow-y-auto border-l border-firm bg-sheet p-6"
    >
      <template v-if="panel.shown">
        <div class="flex items-start justify-between gap-4">
          <DialogTitle class="font-label text-xl">{{ panel.shown.title }}</DialogTitle>
          <button type="button" class="quiet slim" aria-label="Close" @click="panel.close">
            <X :size="18" />
          </button>
        </div>
        <p class="mt-3 text-3xl font-semibold">
          {{ shown(panel.shown).text }}
          <span class="text-lg font-normal text-soft">{{ shown(panel.shown).unit }}</span>
        </p>
        <p class="mt-4 border-l-2 border-firm pl-3">{{ panel.shown.formula }}</p>
        <table class="ledger mt-5">
          <thead>
            <tr>
              <th>with</th>
              <th class="figure">value</th>
              <th>from</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="input in panel.shown.inputs" :key="input.name">
              <td>{{ inOwnWords(input.name) }}</td>
              <td class="figure whitespace-nowrap">
                {{ shown(input).text }} <span class="text-soft">{{ shown(input).unit }}</span>
              </td>
              <td class="text-soft">{{ input.source }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="panel.shown.otherwise" class="mt-4 text-soft">
          {{ inOwnWords(panel.shown.otherwise) }}
        </p>
      </template>
    </DialogPanel>
  </Dialog>
</template>
