<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { TRADE_WORDS, type TradeWord } from '~/utils/tradeWords'

/** A word of the trade that tells its meaning where it stands. */
const { of } = defineProps<{ of: TradeWord }>()
</script>

<template>
  <Popover class="relative inline-block">
    <PopoverButton
      class="underline decoration-firm decoration-dotted underline-offset-4"
      :aria-label="`${of}: what does it mean?`"
      ><slot>{{ of }}</slot></PopoverButton
    >
    <PopoverPanel
      class="sheet absolute left-0 z-30 mt-1 w-64 p-3 text-left font-normal whitespace-normal text-ink shadow-sm"
    >
      <p>
        <strong>{{ of }}</strong>
      </p>
      <p>{{ TRADE_WORDS[of] }}</p>
    </PopoverPanel>
  </Popover>
</template>
