<script setup lang="ts">
import { helpFor } from '~/utils/placeHelp'

/** What the place that one looks at answers, and the first things to do there. */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const route = useRoute()
const help = computed(() => helpFor(route.path))
</script>

<template>
  <AskDialog :open="open" title="This place" @close="emit('close')">
    <template v-if="help">
      <p>{{ help.answers }}</p>
      <ol class="mt-3 list-decimal space-y-1 pl-5">
        <li v-for="step in help.first" :key="step">{{ step }}</li>
      </ol>
      <table v-if="help.keys" class="ledger mt-3">
        <tbody>
          <tr v-for="[key, what] in help.keys" :key="key">
            <td class="whitespace-nowrap">
              <kbd>{{ key }}</kbd>
            </td>
            <td>{{ what }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <p class="mt-4 flex flex-wrap gap-3">
      <button type="button" class="press" @click="emit('close')">Close</button>
      <NuxtLink to="/handbook" class="quiet" @click="emit('close')">The handbook</NuxtLink>
    </p>
  </AskDialog>
</template>
