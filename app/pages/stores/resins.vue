<script setup lang="ts">
const resins = useResinStore()
const session = useSessionStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() => resins.load())
const picked = ref<number[]>([])
const MOST = 4
const showsAll = ref(false)
const away = computed(() => resins.resins.length - resins.offered.length)
const shown = computed(() => (showsAll.value ? resins.resins : resins.offered))
const hours = (minutes: number) =>
  minutes < 120
    ? `${writtenNumber(minutes, 0)} min`
    : `${writtenNumber(minutes / 60, minutes % 60 ? 1 : 0)} h`
</script>

<template>
  <div>
    <PlaceHead
      title="Resins"
      note="The resins of the house, side by side. Times hold at each resin’s reference temperature."
    >
      <NuxtLink
        v-if="picked.length > 1"
        :to="`/stores/compare?resins=${picked.join(',')}`"
        class="quiet"
        >Compare these {{ picked.length }}</NuxtLink
      >
      <NuxtLink v-if="session.may('keep the house')" to="/import/resins" class="quiet"
        >From a table</NuxtLink
      >
      <NuxtLink v-if="session.may('change the stores')" to="/stores/new" class="press"
        >Add a resin</NuxtLink
      >
    </PlaceHead>
    <StoreTabs />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the stores …</p>
    <EmptyPlace v-else-if="resins.resins.length === 0" title="No resins yet"
      >Everything is worked out from a resin’s ratio, densities and times.<template #action
        ><NuxtLink to="/stores/new" class="press">Add a resin</NuxtLink></template
      ></EmptyPlace
    >
    <div v-else class="overflow-x-auto">
      <table class="ledger">
        <thead>
          <tr>
            <th><span class="sr-only">compare</span></th>
            <th>resin</th>
            <th><TradeWord of="ratio" /></th>
            <th class="figure">A g/ml</th>
            <th class="figure">B g/ml</th>
            <th class="figure"><TradeWord of="works for">works</TradeWord></th>
            <th class="figure"><TradeWord of="tack window">recoat while tacky</TradeWord></th>
            <th class="figure"><TradeWord of="demould" /></th>
            <th class="figure">sand</th>
            <th class="figure">at</th>
            <th class="figure"><TradeWord of="greatest layer">layer</TradeWord></th>
            <th class="figure"><TradeWord of="greatest mix" /></th>
            <th class="figure">in stock</th>
            <th class="figure">kit</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="resin in shown" :key="resin.id">
            <td>
              <input
                v-model="picked"
                type="checkbox"
                class="size-5 accent-ink"
                :value="resin.id"
                :disabled="picked.length >= MOST && !picked.includes(resin.id)"
                :aria-label="`Compare ${resin.name}`"
              />
            </td>
            <td>
              <NuxtLink :to="`/stores/${resin.id}`" class="link font-semibold">{{
                resin.name
              }}</NuxtLink><span v-if="resin.archivedAt" class="text-soft">, put away</span
              ><br /><span class="text-soft">{{ resin.note }}</span>
            </td>
            <td class="whitespace-nowrap">
              {{ resin.ratio.a }} : {{ resin.ratio.b }}<br /><span class="text-soft"
                >by {{ resin.ratio.basis === 'mass' ? 'weight' : 'volume' }}</span
              >
            </td>
            <td class="figure">{{ writtenNumber(resin.densityA, 2) }}</td>
            <td class="figure">{{ writtenNumber(resin.densityB, 2) }}</td>
            <td class="figure whitespace-nowrap">{{ hours(resin.milestones.work) }}</td>
            <td class="figure whitespace-nowrap">
              {{ hours(resin.milestones.tackFrom) }} to {{ hours(resin.milestones.tackTo) }}
            </td>
            <td class="figure whitespace-nowrap">{{ hours(resin.milestones.demould) }}</td>
            <td class="figure whitespace-nowrap">{{ hours(resin.milestones.sand) }}</td>
            <td class="figure whitespace-nowrap">{{ figure(resin.referenceC, '°C', 0) }}</td>
            <td class="figure whitespace-nowrap">
              {{ ownFigure(resin.minDepthMm, 'mm', 1).text }} to
              {{ figure(resin.maxDepthMm, 'mm', 0) }}
            </td>
            <td class="figure whitespace-nowrap">{{ figure(resin.maxMixMl, 'ml', 0) }}</td>
            <td class="figure whitespace-nowrap">
              {{ figure(resin.stockMl, 'ml', 0) }}<br /><span class="text-soft"
                >{{ resin.leadDays }} d</span
              >
            </td>
            <td class="figure whitespace-nowrap">
              <template v-if="resin.kitPrice !== null"
                >{{ written(resin.kitPrice) }} {{ workshop.rules?.currency }}<br /></template
              ><span class="text-soft">{{ figure(resin.kitMl, 'ml', 0) }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <button
        v-if="away > 0"
        type="button"
        class="quiet slim mt-4"
        :aria-pressed="showsAll"
        @click="showsAll = !showsAll"
      >
        {{ showsAll ? 'Hide' : 'Show' }} {{ away }} put away
      </button>
    </div>
  </div>
</template>
