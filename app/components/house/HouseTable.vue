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
    <table class="ledger">
      <thead>
        <tr>
          <th>name</th>
          <th v-for="one in table.heads" :key="one.head" :class="one.isFigure ? 'figure' : ''">
            {{ one.head }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in shown" :key="row.id" :class="row.isAway ? 'text-soft' : ''">
          <td>
            <NuxtLink :to="`/house/${kind}/${row.id}`" class="link font-semibold">{{
              row.name
            }}</NuxtLink>
            <span v-if="row.isAway" class="text-soft">, put away</span>
          </td>
          <td
            v-for="(cell, i) in row.cells"
            :key="table.heads[i]?.head"
            :class="table.heads[i]?.isFigure ? 'figure whitespace-nowrap' : ''"
          >
            {{ cell }}
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
