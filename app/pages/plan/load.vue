<script setup lang="ts">
const plan = usePlanStore()
const { ready, failure, again } = useLoading(() => plan.loadQuestion())
const load = usePlanLoad()
const { tightest } = load
</script>

<template>
  <div>
    <PlaceHead
      title="Load"
      note="What the plan asks of hands, racks and moulds in the next four weeks."
      ><NuxtLink to="/plan" class="quiet">Back to the plan</NuxtLink></PlaceHead
    >
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Adding it up …</p>
    <EmptyPlace v-else-if="!plan.question" title="There is no plan yet"
      >Once there is one, this shows where its bottleneck lies.<template #action
        ><NuxtLink to="/plan" class="press">Open the plan</NuxtLink></template
      ></EmptyPlace
    >
    <template v-else>
      <section class="mb-5">
        <h2 class="mb-1">Tightest</h2>
        <ol>
          <li
            v-for="one in tightest"
            :key="one.words"
            class="grid grid-cols-[4rem_minmax(0,1fr)] items-baseline gap-3 border-b border-hair py-1"
          >
            <span class="text-right font-semibold">{{ Math.round(one.share * 100) }} %</span
            ><span>{{ inOwnWords(one.words) }}</span>
          </li>
        </ol>
      </section>
      <div class="grid gap-x-8 gap-y-5 lg:grid-cols-2">
        <HandsChart :load="load" />
        <RacksChart :load="load" />
        <MouldsChart :load="load" class="lg:col-span-2" />
      </div>
    </template>
  </div>
</template>
