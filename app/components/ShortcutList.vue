<script setup lang="ts">
import { PLACES } from '~/utils/placeList'

const session = useSessionStore()
const places = computed(() =>
  PLACES.filter((place) => !('takes' in place) || session.may(place.takes)),
)
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const BENCH = [
  ['Space or Enter', 'do the one thing to do (a foot pedal sends the same)'],
  ['← →', 'less or more on the scale'],
  ['U', 'take the last step back'],
  ['Esc', 'leave the bench; the run goes on'],
] as const
const PLAN = [
  [
    '← → ↑ ↓',
    'from task to task; in hand: sooner, later (15 min, with Shift an hour), to another maker',
  ],
  ['M', 'take the task in hand'],
  ['Enter', 'choose it; in hand: put it there'],
  ['Esc', 'put it back'],
  ['P', 'pin it, or take the pin out'],
  ['+ −', 'closer, wider'],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
] as const
</script>

<template>
  <AskDialog :open="open" title="Shortcuts" @close="emit('close')">
    <table class="ledger">
      <tbody>
        <tr v-for="place in places" :key="place.key">
          <td>
            <kbd>{{ place.key }}</kbd>
          </td>
          <td>{{ place.name }}</td>
        </tr>
        <tr>
          <td><kbd>?</kbd></td>
          <td>this list</td>
        </tr>
        <tr v-for="[key, what] in PLAN" :key="key">
          <td class="whitespace-nowrap">
            <kbd>{{ key }}</kbd>
          </td>
          <td>on the plan: {{ what }}</td>
        </tr>
        <tr v-for="[key, what] in BENCH" :key="key">
          <td>
            <kbd>{{ key }}</kbd>
          </td>
          <td>at the bench: {{ what }}</td>
        </tr>
      </tbody>
    </table>
    <button type="button" class="quiet mt-4" @click="emit('close')">Close</button>
  </AskDialog>
</template>
