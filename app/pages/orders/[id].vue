<script setup lang="ts">
import { TabGroup, TabList, Tab, TabPanels, TabPanel } from '@headlessui/vue'
import { onHappened, readAgain } from '~/live/happened'
import type { Order } from '~~/shared/types/orders'

const route = useRoute()
const orders = useOrderStore()
const session = useSessionStore()
const recipes = useRecipeStore()
const resins = useResinStore()
const plan = usePlanStore()
const order = ref<Order | null>(null)
const { ready, failure, again } = useLoading(async () => {
  const [own] = await Promise.all([
    orders.get(Number(route.params.id)),
    recipes.load(),
    resins.load(),
    plan.load(),
  ])
  order.value = own
})
const { dayAndClock } = useWhen()
const saved = ref(false)
const promise = computed(() => plan.plan?.promises.find((one) => one.orderId === order.value?.id))
const tabs = computed(() => [
  'Resin, mix and cost',
  ...(session.may('see prices') ? ['Price and payment'] : []),
  'What was asked',
])
const lineIndex = ref(0)
const line = computed(
  () => order.value?.lines[Math.min(lineIndex.value, (order.value?.lines.length ?? 1) - 1)],
)
const { current, isOlder, recipe } = useLineRecipe({ line: () => line.value })

const readOrder = readAgain(async () => {
  if (order.value) order.value = await orders.get(order.value.id)
})
const { off } = onHappened(({ subject, id }) => {
  if (subject === 'order' && id === order.value?.id) readOrder()
})
onScopeDispose(off)

function keep(fresh: Order): void {
  order.value = fresh
  saved.value = true
}
</script>

<template>
  <div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready || !order" class="text-soft" role="status">Fetching the order …</p>
    <template v-else>
      <PlaceHead
        :title="order.title"
        :note="`${order.kind === 'market' ? 'market day' : `for ${order.customer}`}, promised ${dayAndClock(order.promisedAt)}`"
      >
        <NuxtLink
          v-if="order.kind === 'market' && session.may('see prices')"
          :to="`/prices/markets/${order.id}`"
          class="quiet"
          >What to make for it</NuxtLink
        >
        <NuxtLink to="/plan" class="quiet">Open the plan</NuxtLink>
      </PlaceHead>
      <LateNotice v-if="promise" :promise="promise" :order="order" />
      <blockquote v-if="order.wish" class="mb-3 max-w-prose border-l-2 border-ink pl-3">
        “{{ order.wish }}”
      </blockquote>
      <TabGroup>
        <TabList class="mb-4 flex gap-6 border-b border-hair">
          <Tab
            v-for="name in tabs"
            :key="name"
            class="-mb-px border-b-2 border-transparent px-1 pb-2 text-soft data-[headlessui-state~=selected]:border-ink data-[headlessui-state~=selected]:font-semibold data-[headlessui-state~=selected]:text-ink"
            >{{ name }}</Tab
          >
        </TabList>
        <TabPanels>
          <TabPanel :tabindex="-1">
            <div
              v-if="order.lines.length > 1"
              class="mb-3 flex flex-wrap gap-2"
              role="group"
              aria-label="Pieces of this order"
            >
              <button
                v-for="(one, i) in order.lines"
                :key="one.id"
                type="button"
                class="slim border px-3"
                :class="one === line ? 'border-ink bg-act text-act-ink' : 'border-firm'"
                :aria-pressed="one === line"
                @click="lineIndex = i"
              >
                {{ one.quantity - one.spares }} {{ recipes.byId.get(one.recipeId)?.name }}
              </button>
            </div>
            <p v-if="isOlder && current" class="mb-2 text-soft">
              Begun with version {{ line?.recipeVersion }} of
              <NuxtLink :to="`/recipes/${current.id}`" class="link">{{ current.name }}</NuxtLink>,
              and made to its end by it; the recipe stands at version {{ current.version }} now.
            </p>
            <BatchSheet
              v-if="line && recipe"
              :key="line.id"
              :recipe="recipe"
              :pieces="line.quantity"
              :spares="line.spares"
              :line-id="line.id"
              :pots="plan.pots"
            />
          </TabPanel>
          <TabPanel v-if="session.may('see prices')" :tabindex="-1">
            <OrderPrice :key="order.id" :order="order" />
          </TabPanel>
          <TabPanel :tabindex="-1" class="max-w-3xl">
            <p v-if="saved" class="mb-2" role="status">Saved.</p>
            <OrderForm :order="order" @saved="keep" />
            <PinnedPictures
              class="mt-5"
              :to="{ orderId: order.id }"
              :may="session.may('change orders')"
              :of="order.title"
            />
            <HistoryList :id="order.id" subject="order" />
          </TabPanel>
        </TabPanels>
      </TabGroup>
    </template>
  </div>
</template>
