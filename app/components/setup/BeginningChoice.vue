<script setup lang="ts">
import { BEGINNING_WORDS } from '~/utils/beginnings'
import type { Beginning } from '~~/shared/schemas/house'

/** What a new workshop begins with. */
const beginning = defineModel<Beginning>({ required: true })
</script>

<template>
  <fieldset>
    <legend class="font-semibold">It begins with</legend>
    <label
      v-for="(words, value) in BEGINNING_WORDS"
      :key="value"
      class="flex gap-3 border-b border-hair py-3"
      ><input
        v-model="beginning"
        type="radio"
        name="beginning"
        class="mt-1 size-5 shrink-0 accent-ink"
        :value="value"
      /><span
        ><strong>{{ words.name }}</strong
        ><br /><span class="text-soft">{{ words.what }}</span></span
      ></label
    >
  </fieldset>
</template>
