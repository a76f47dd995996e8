<script setup lang="ts">
import { onHappened, readAgain } from '~/live/happened'
import type { LotView } from '~~/shared/types/stock'

const id = Number(useRoute().params.id)
const stock = useStockStore()
const resins = useResinStore()
const workshop = useWorkshopStore()
const recipes = useRecipeStore()
const session = useSessionStore()
const view = shallowRef<LotView | null>(null)
async function read(): Promise<void> {
  view.value = await stock.view(id)
}
const { ready, failure, again } = useLoading(() =>
  Promise.all([read(), resins.load(), workshop.load(), recipes.load()]),
)
const { nameOf, ending, amountOf } = useShelf()
const lot = computed(() => view.value?.lot ?? null)
const readSoon = readAgain(read)
const { off } = onHappened(({ subject }) => {
  if (subject === 'stock') readSoon()
})
onScopeDispose(off)

const { refused, attempt } = useAttempt()
const back = (movement: number) =>
  attempt(async () => {
    await stock.takeBack(movement, '')
    await read()
  })
</script>

<template>
  <div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready || !lot || !view" class="text-soft" role="status">Fetching the bottle …</p>
    <template v-else>
      <PlaceHead
        :title="lot.code"
        :note="[nameOf(lot.ware), lot.stands, ending(lot).words].filter(Boolean).join(' · ')"
      >
        <NuxtLink to="/stores" class="quiet">The shelves</NuxtLink>
      </PlaceHead>
      <div
        class="grid items-start gap-x-10 gap-y-6 md:grid-cols-[8rem_minmax(0,1fr)_minmax(0,1fr)]"
      >
        <div class="text-center">
          <BottleDrawing
            :left="lot.left"
            :size="lot.size"
            :largest="lot.size"
            tint="#e4dcc2"
            class="mx-auto"
          />
          <p class="text-2xl" :class="lot.left < 0 ? 'text-hands' : ''">
            {{ amountOf(lot.left, lot.unit) }}
          </p>
          <p class="text-soft">of {{ amountOf(lot.size, lot.unit) }}</p>
          <p v-if="lot.left < 0" class="text-hands">more was used than was noted: count it</p>
        </div>
        <TellBottle v-if="session.may('change the stores')" :lot="lot" @told="read" />
        <LotFields :key="lot.id" :lot="lot" />
      </div>
      <div class="mt-8 grid items-start gap-10 lg:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]">
        <section class="overflow-x-auto">
          <h2 class="mb-1">What happened to it</h2>
          <p v-if="refused" role="alert" class="wrong">{{ refused }}</p>
          <LedgerLines :rows="view.movements" @back="back" />
        </section>
        <section>
          <h2 class="mb-1">Pieces made of it</h2>
          <p v-if="view.pieces.length === 0" class="text-soft">None has been poured yet.</p>
          <ul class="columns-2 gap-6">
            <li v-for="piece in view.pieces" :key="piece.id">
              <NuxtLink :to="`/notebook/${piece.id}`" class="link inline-block py-0.5"
                >{{ piece.recipe }} {{ piece.number }}</NuxtLink
              >
            </li>
          </ul>
        </section>
      </div>
      <RestServes v-if="lot.ware.of === 'resin' && lot.left > 0" :lot="lot" class="mt-8" />
      <HistoryList :id="lot.id" subject="stock" />
    </template>
  </div>
</template>
