<script setup lang="ts">
import type { FinishedRow } from '~~/shared/types/markets'

/** Finished pieces that are nobody's, with where they stand and what is asked for one. */
const { rows } = defineProps<{ rows: readonly FinishedRow[] }>()
const emit = defineEmits<{ changed: [rows: FinishedRow[]] }>()
const session = useSessionStore()
const asked = shallowRef<FinishedRow | null>(null)
</script>

<template>
  <section class="overflow-x-auto">
    <h2 class="mb-1">Finished and nobody’s</h2>
    <table class="ledger">
      <thead>
        <tr>
          <th>piece</th>
          <th class="figure">there</th>
          <th>where</th>
          <th class="figure">asked for one</th>
          <th><span class="sr-only">change</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.recipeId">
          <td>
            <NuxtLink :to="`/recipes/${row.recipeId}`" class="link">{{ row.name }}</NuxtLink>
          </td>
          <td class="figure" :class="row.count < 0 ? 'font-semibold text-hands' : ''">
            {{ row.count }}
          </td>
          <td>{{ row.stands }}</td>
          <td class="figure">{{ written(row.price ?? '') }}</td>
          <td>
            <button
              v-if="session.may('change prices')"
              type="button"
              class="quiet slim"
              :aria-label="`Where ${row.name} stands`"
              @click="asked = row"
            >
              Change
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="rows.some(({ count }) => count < 0)" class="mt-2 text-hands">
      More were sold or given away than came out good here: tell what was taken to the markets.
    </p>
    <FinishedDialog
      v-if="asked"
      :row="asked"
      @close="asked = null"
      @changed="emit('changed', $event)"
    />
  </section>
</template>
