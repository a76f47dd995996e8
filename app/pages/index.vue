<script setup lang="ts">
const plan = usePlanStore()
const racks = useRackStore()
const session = useSessionStore()
const resins = useResinStore()
const { ready, failure, again } = useLoading(() =>
  Promise.all([plan.load(), racks.load(), resins.load()]),
)
const now = useTicking(30_000)
const { local } = useWhen()
const mine = ref(false)
const { hands, overdue, openings, short, late } = useDay({
  now,
  personId: () => (mine.value ? (session.person?.id ?? null) : null),
})
const today = computed(() => local(new Date(now.value).toISOString()).toFormat('cccc d LLLL'))
</script>

<template>
  <div>
    <PlaceHead title="Today" :note="today"
      ><label class="flex items-center gap-2 px-2"
        ><input v-model="mine" type="checkbox" class="size-5 accent-ink" /> my hands only</label
      ></PlaceHead
    >
    <StartList />
    <SlipNotice @look="navigateTo({ path: '/plan', query: { look: $event } })" />
    <ToldLast />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the day …</p>
    <div v-else class="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
      <section aria-labelledby="hands">
        <h2 id="hands" class="mb-1">Hands, now and next</h2>
        <EmptyPlace v-if="hands.length === 0" title="Nothing needs hands"
          >Either all is done, or nothing is planned from here on.<template #action
            ><NuxtLink to="/plan" class="press">Open the plan</NuxtLink></template
          ></EmptyPlace
        >
        <HandsList v-else :tasks="hands" :now="now" />
      </section>
      <div class="space-y-6">
        <OverdueList v-if="overdue.length" :tasks="overdue" />
        <ShortList v-if="short.length" :resins="short" />
        <LatePurchases />
        <LateList v-if="late.length" :promises="late" />
        <OpeningList :openings="openings" />
      </div>
    </div>
  </div>
</template>
