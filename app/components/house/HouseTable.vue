<script setup lang="ts">
import type { HouseTableOf } from '~/composables/useHouseTable'
import type { HouseKind } from '~~/shared/schemas/house'

/** One list of the house; what is put away stands apart, and can be shown. */
const { kind, table } = defineProps<{ kind: HouseKind; table: HouseTableOf }>()
const showsAll = ref(false)
const away = computed(() => table.rows.filter((row) => row.isAway).length)
const shown = computed(() => table.rows.filter((row) => showsAll.value || !row.isAway))
</script>

<template>
  <div class="overflow-x-auto">
    <table class="ledger max-sm:block">
      <thead class="max-sm:sr-only">
        <tr>
          <th>name</th>
          <th v-for="one in table.heads" :key="one.head" :class="one.isFigure ? 'figure' : ''">
            {{ one.head }}
          </th>
        </tr>
      </thead>
      <tbody class="max-sm:block">
        <tr
          v-for="row in shown"
          :key="row.id"
          class="max-sm:block max-sm:border-b max-sm:border-hair max-sm:py-2"
          :class="row.isAway ? 'text-soft' : ''"
        >
          <td class="max-sm:block max-sm:border-0 max-sm:py-0">
            <NuxtLink :to="`/house/${kind}/${row.id}`" class="link font-semibold">{{
              row.name
            }}</NuxtLink>
            <span v-if="row.isAway" class="text-soft">, put away</span>
          </td>
          <td
            v-for="(cell, i) in row.cells"
            :key="table.heads[i]?.head"
            class="max-sm:block max-sm:border-0 max-sm:py-0 max-sm:text-left"
            :class="table.heads[i]?.isFigure ? 'figure whitespace-nowrap' : ''"
          >
            <span class="text-soft sm:hidden">{{ table.heads[i]?.head }}: </span>{{ cell }}
          </td>
        </tr>
      </tbody>
    </table>
    <button
      v-if="away > 0"
      type="button"
      class="quiet slim mt-3"
      :aria-pressed="showsAll"
      @click="showsAll = !showsAll"
    >
      {{ showsAll ? 'Hide' : 'Show' }} {{ away }} put away
    </button>
  </div>
</template>
