<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** A dialog in the middle of the screen, with a title and whatever is asked. */
const { open, title } = defineProps<{ open: boolean; title: string }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-ink/30" aria-hidden="true" />
    <div class="fixed inset-0 flex items-start justify-center overflow-y-auto p-4 sm:pt-[12vh]">
      <DialogPanel class="sheet w-full max-w-lg p-6">
        <DialogTitle class="font-label text-xl">{{ title }}</DialogTitle>
        <div class="mt-4"><slot /></div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
