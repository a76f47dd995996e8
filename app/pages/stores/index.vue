<script setup lang="ts">
import { formatNumber } from '~~/core/units'

const resins = useResinStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() => resins.load())
const hours = (minutes: number) => (minutes < 120 ? `${formatNumber(minutes, 0)} min` : `${formatNumber(minutes / 60, minutes % 60 ? 1 : 0)} h`)
</script>

<template>
  <div>
    <PlaceHead title="Stores" note="The resins of the house, side by side. Times hold at each resin’s reference temperature.">
      <NuxtLink to="/stores/new" class="press">Add a resin</NuxtLink>
    </PlaceHead>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the stores …</p>
    <EmptyPlace v-else-if="resins.resins.length === 0" title="No resins yet">Everything is worked out from a resin’s ratio, densities and times.<template #action><NuxtLink to="/stores/new" class="press">Add a resin</NuxtLink></template></EmptyPlace>
    <div v-else class="overflow-x-auto">
      <table class="ledger">
        <thead><tr><th>resin</th><th>ratio</th><th class="figure">A g/ml</th><th class="figure">B g/ml</th><th class="figure">works</th><th class="figure">recoat while tacky</th><th class="figure">demould</th><th class="figure">sand</th><th class="figure">at</th><th class="figure">layer</th><th class="figure">greatest mix</th><th class="figure">in stock</th><th class="figure">kit</th></tr></thead>
        <tbody>
          <tr v-for="resin in resins.resins" :key="resin.id">
            <td><NuxtLink :to="`/stores/${resin.id}`" class="link font-semibold">{{ resin.name }}</NuxtLink><br><span class="text-soft">{{ resin.note }}</span></td>
            <td class="whitespace-nowrap">{{ resin.ratio.a }} : {{ resin.ratio.b }}<br><span class="text-soft">by {{ resin.ratio.basis === 'mass' ? 'weight' : 'volume' }}</span></td>
            <td class="figure">{{ formatNumber(resin.densityA, 2) }}</td>
            <td class="figure">{{ formatNumber(resin.densityB, 2) }}</td>
            <td class="figure whitespace-nowrap">{{ hours(resin.milestones.work) }}</td>
            <td class="figure whitespace-nowrap">{{ hours(resin.milestones.tackFrom) }} to {{ hours(resin.milestones.tackTo) }}</td>
            <td class="figure whitespace-nowrap">{{ hours(resin.milestones.demould) }}</td>
            <td class="figure whitespace-nowrap">{{ hours(resin.milestones.sand) }}</td>
            <td class="figure whitespace-nowrap">{{ resin.referenceC }} °C</td>
            <td class="figure whitespace-nowrap">{{ resin.minDepthMm }} to {{ resin.maxDepthMm }} mm</td>
            <td class="figure whitespace-nowrap">{{ formatNumber(resin.maxMixMl, 0) }} ml</td>
            <td class="figure whitespace-nowrap">{{ formatNumber(resin.stockMl, 0) }} ml<br><span class="text-soft">{{ resin.leadDays }} d</span></td>
            <td class="figure whitespace-nowrap">{{ resin.kitPrice }} {{ workshop.rules?.currency }}<br><span class="text-soft">{{ formatNumber(resin.kitMl, 0) }} ml</span></td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
