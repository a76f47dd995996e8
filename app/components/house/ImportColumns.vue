<script setup lang="ts">
import type { ImportPreview } from '~~/shared/types/exchangeSheets'

/** A file's columns, what each is taken for, and its first good lines as they were understood. */
const { preview } = defineProps<{ preview: ImportPreview }>()
const emit = defineEmits<{ choose: [at: number, column: string | null] }>()
const options = computed(() => [
  { value: null, label: 'not taken' },
  ...preview.columns.map(({ head }) => ({ value: head, label: head })),
])
</script>

<template>
  <div class="overflow-x-auto">
    <table class="ledger">
      <thead>
        <tr>
          <th v-for="({ head, column }, i) in preview.heads" :key="i" class="min-w-36">
            <span class="block">{{ head || 'no name' }}</span>
            <FieldPick
              hide-label
              :label="`What ${head || `column ${i + 1}`} is`"
              :model-value="column"
              :options="options"
              @update:model-value="emit('choose', i, $event)"
            />
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, at) in preview.sample" :key="at">
          <td v-for="(cell, i) in row" :key="i">{{ cell }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
