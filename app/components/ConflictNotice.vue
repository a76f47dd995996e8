<script setup lang="ts">
import { changesBetween } from '~/utils/changes'

/** Says what somebody else changed in the meantime and lets both go on with what they want. */
const { opened, current } = defineProps<{ opened: object; current: object }>()
const emit = defineEmits<{ keepMine: []; takeTheirs: [] }>()
const changes = computed(() => changesBetween(opened, current))
</script>

<template>
  <section class="border-l-4 border-hands bg-hands-wash p-4" role="alert">
    <h2>Somebody else saved this while you had it open</h2>
    <table v-if="changes.length" class="ledger mt-2">
      <thead>
        <tr>
          <th>they changed</th>
          <th>from</th>
          <th>to</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="change in changes" :key="change.field">
          <td>{{ change.field }}</td>
          <td class="break-all">{{ change.before }}</td>
          <td class="break-all">{{ change.after }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else class="mt-1">They saved it without changing a field.</p>
    <div class="mt-3 flex gap-3">
      <button type="button" class="press" @click="emit('keepMine')">Save mine over theirs</button>
      <button type="button" class="quiet" @click="emit('takeTheirs')">
        Take theirs, drop mine
      </button>
    </div>
  </section>
</template>
