<script setup lang="ts">
import { PAPER_OPTIONS, PRICE_RULES, WORK_RULES } from '~/utils/houseRules'
import { rulesSchema, type RulesFields } from '~~/shared/schemas/house'
import type { HouseRules } from '~~/shared/types/house'

const house = useHouseStore()
const opened = shallowRef<HouseRules | null>(null)
const draft = ref<HouseRules | null>(null)
const saved = ref(false)
function show(rules: HouseRules): void {
  opened.value = rules
  draft.value = { ...rules }
}
const { ready, failure, again } = useLoading(async () => {
  await house.loadRules()
  if (house.rules) show(house.rules)
})
const form = useForm({
  schema: rulesSchema,
  send: house.saveRules,
  done: (rules) => {
    show(rules)
    saved.value = true
  },
})
watch(draft, () => (saved.value = false), { deep: true, flush: 'sync' })
useLeaving(() => JSON.stringify(draft.value) !== JSON.stringify(opened.value))
const submit = () => draft.value && form.submit(draft.value)
/** The rules as somebody else left them, after a conflict. */
const theirs = computed(() => form.conflict.value as HouseRules | null)
function keepMine(): void {
  if (!theirs.value || !draft.value) return
  draft.value = { ...draft.value, version: theirs.value.version }
  void submit()
}
function takeTheirs(): void {
  if (!theirs.value) return
  show(theirs.value)
  form.reset()
}
/** How the plan follows. */
const FOLLOWING: { value: RulesFields['planFollows']; label: string }[] = [
  { value: 'itself', label: 'moves the plan by itself' },
  { value: 'asked', label: 'moves it when somebody asks' },
]
</script>

<template>
  <div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready || !draft" class="text-soft" role="status">Fetching the rules …</p>
    <form v-else novalidate @submit.prevent="submit">
      <PlaceHead title="Rules" note="What mixes, cures, promises and prices are worked out with.">
        <span v-if="saved" role="status" class="self-center">Saved.</span>
        <button class="press" :disabled="form.sending.value">Save the rules</button>
      </PlaceHead>
      <HouseTabs />
      <ConflictNotice
        v-if="theirs && opened"
        class="mb-4"
        :opened="opened"
        :current="theirs"
        @keep-mine="keepMine"
        @take-theirs="takeTheirs"
      />
      <p v-if="form.failure.value && !theirs" role="alert" class="wrong mb-2">
        {{ form.failure.value }}
      </p>
      <div class="grid gap-x-10 gap-y-6 lg:grid-cols-2">
        <section>
          <h2 class="mb-1">The workshop</h2>
          <WorkshopFields v-model="draft" :error-at="form.errorAt" />
          <p class="mt-1 text-sm text-soft">
            Another currency renames sums that are written down; it does not convert them.
          </p>
          <h2 class="mt-6 mb-1">How it is written</h2>
          <StyleFields v-model="draft" :error-at="form.errorAt" />
          <div class="mt-3 grid gap-3 sm:grid-cols-2">
            <FieldChoice
              v-model="draft.cardPaper"
              label="Mix cards on"
              :options="PAPER_OPTIONS.card"
              :error="form.errorAt('cardPaper')"
            />
            <FieldChoice
              v-model="draft.labelPaper"
              label="Labels on"
              :options="PAPER_OPTIONS.label"
              :error="form.errorAt('labelPaper')"
            />
          </div>
          <h2 class="mt-6 mb-1">Mixes and cures</h2>
          <RuleLines v-model="draft" :lines="WORK_RULES" :error-at="form.errorAt" />
          <h2 class="mt-6 mb-1">Planning</h2>
          <FieldChoice
            v-model="draft.planFollows"
            label="What hands tell, and what runs late"
            :options="FOLLOWING"
            :error="form.errorAt('planFollows')"
          />
          <p class="mt-1 text-sm text-soft">
            Where a promise would slip by it, the plan waits for somebody to look.
          </p>
        </section>
        <section>
          <h2 class="mb-1">Costs and prices</h2>
          <RuleLines v-model="draft" :lines="PRICE_RULES" :error-at="form.errorAt" />
        </section>
      </div>
    </form>
  </div>
</template>
