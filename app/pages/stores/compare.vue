<script setup lang="ts">
import { originOf, RESIN_FIGURES, type Kit, type Resin } from '~~/core/trade'

const route = useRoute()
const resins = useResinStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() => resins.load())
const chosen = computed(() =>
  String(route.query.resins ?? '')
    .split(',')
    .flatMap((id) => resins.byId.get(Number(id)) ?? []),
)
const differs = (of: (resin: Resin) => unknown) =>
  new Set(chosen.value.map((resin) => JSON.stringify(of(resin)))).size > 1
const onlyDiffering = ref(false)
const figures = computed(() =>
  RESIN_FIGURES.filter((one) => !onlyDiffering.value || differs(one.of)),
)
const kitText = (kit: Kit) =>
  kit.price === null
    ? figure(kit.ml, 'ml', 0)
    : `${written(kit.price)} ${workshop.rules?.currency ?? ''} for ${figure(kit.ml, 'ml', 0)}`
const kitsOf = (resin: Resin) =>
  [{ ml: resin.kitMl, price: resin.kitPrice, leadDays: resin.leadDays }, ...resin.otherKits].sort(
    (x, y) => x.leadDays - y.leadDays,
  )
</script>

<template>
  <div>
    <PlaceHead
      title="Resins side by side"
      note="Where they differ stands in bold; under each figure, where it came from."
    >
      <label class="flex items-center gap-2 px-2"
        ><input v-model="onlyDiffering" type="checkbox" class="size-5 accent-ink" /> only what
        differs</label
      >
      <NuxtLink to="/stores/resins" class="quiet">All resins</NuxtLink>
    </PlaceHead>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the stores …</p>
    <EmptyPlace v-else-if="chosen.length < 2" title="Choose two resins or more"
      >Tick them in the stores; up to four stand side by side.<template #action
        ><NuxtLink to="/stores/resins" class="press">All resins</NuxtLink></template
      ></EmptyPlace
    >
    <div v-else class="overflow-x-auto">
      <table class="ledger">
        <thead>
          <tr>
            <th>figure</th>
            <th v-for="resin in chosen" :key="resin.id" class="min-w-40">
              <NuxtLink :to="`/stores/${resin.id}`" class="link font-semibold text-ink">{{
                resin.name
              }}</NuxtLink>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>ratio</td>
            <td
              v-for="resin in chosen"
              :key="resin.id"
              :class="differs((one) => one.ratio) ? 'font-semibold' : ''"
            >
              {{ resin.ratio.a }} : {{ resin.ratio.b }} by
              {{ resin.ratio.basis === 'mass' ? 'weight' : 'volume' }}
            </td>
          </tr>
          <tr>
            <td>first into the cup</td>
            <td
              v-for="resin in chosen"
              :key="resin.id"
              :class="differs((one) => one.pourFirst) ? 'font-semibold' : ''"
            >
              part {{ resin.pourFirst.toUpperCase() }}
            </td>
          </tr>
          <tr v-for="one in figures" :key="one.key">
            <td>
              {{ one.name
              }}<span v-if="one.scored" class="text-soft"
                >, 1 {{ one.scored[0] }} to 5 {{ one.scored[1] }}</span
              >
            </td>
            <td v-for="resin in chosen" :key="resin.id">
              <span :class="differs(one.of) ? 'font-semibold' : ''">{{
                one.of(resin) === undefined
                  ? 'not known'
                  : one.scored
                    ? writtenNumber(one.of(resin), 0)
                    : figure(one.of(resin), one.unit, one.decimals)
              }}</span><span v-if="one.of(resin) !== undefined" class="block text-sm text-soft">{{
                originOf(resin, one.key)
              }}</span>
            </td>
          </tr>
          <tr>
            <td>in the stores</td>
            <td v-for="resin in chosen" :key="resin.id">{{ figure(resin.stockMl, 'ml', 0) }}</td>
          </tr>
          <tr>
            <td>kits, soonest first</td>
            <td v-for="resin in chosen" :key="resin.id">
              <span v-for="kit in kitsOf(resin)" :key="kit.ml" class="block"
                >{{ kitText(kit)
                }}<span class="text-soft"
                  >, {{ kit.leadDays }} {{ kit.leadDays === 1 ? 'day' : 'days' }}</span
                ></span
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
