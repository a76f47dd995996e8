<script setup lang="ts">
import { HOUSE_LISTS } from '~/utils/houseLists'
import { HOUSE_KINDS, type HouseKind } from '~~/shared/schemas/house'
import { SHEET_KINDS } from '~~/shared/types/exchangeSheets'

definePageMeta({
  validate: ({ params }) => (HOUSE_KINDS as readonly string[]).includes(String(params.kind)),
})
const kind = useRoute().params.kind as HouseKind
const list = HOUSE_LISTS[kind]
const comesAsTable = (SHEET_KINDS as readonly string[]).includes(kind)
const house = useHouseStore()
const table = useHouseTable(kind)
const { ready, failure, again } = useLoading(() =>
  Promise.all([
    house.load(kind),
    ...(kind === 'stations' || kind === 'places' ? [house.load('rooms')] : []),
    ...(kind === 'people' ? [house.loadAccess()] : []),
  ]),
)
</script>

<template>
  <div>
    <PlaceHead :title="list.title" :note="list.note">
      <NuxtLink v-if="comesAsTable" :to="`/import/${kind}`" class="quiet">From a table</NuxtLink>
      <NuxtLink :to="`/house/${kind}/new`" class="press">Add {{ list.one }}</NuxtLink>
    </PlaceHead>
    <HouseTabs />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the list …</p>
    <EmptyPlace v-else-if="table.rows.length === 0" :title="`No ${list.title.toLowerCase()} yet`"
      >{{ list.note
      }}<template #action
        ><NuxtLink :to="`/house/${kind}/new`" class="press">Add {{ list.one }}</NuxtLink></template
      ></EmptyPlace
    >
    <HouseTable v-else :kind="kind" :table="table" />
  </div>
</template>
