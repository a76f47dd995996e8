<script setup lang="ts">
import { startingResin } from '~~/core/trade'
import { newResinSchema, resinSchema, type ResinFields } from '~~/shared/schemas/resins'
import type { ResinRow } from '~~/shared/types/resins'
import { RESIN_FIELDS } from '~/utils/resinFields'

const session = useSessionStore()
const resins = useResinStore()
const {
  opened,
  draft,
  missing,
  saved,
  ready,
  failure,
  again,
  form,
  theirs,
  savedBy,
  restored,
  dropDraft,
  submit,
  keepMine,
  takeTheirs,
  show,
} = useEditor<ResinFields, ResinRow>({
  path: '/stores',
  subject: 'resin',
  blank: startingResin,
  load: () => resins.load(),
  find: (id) => resins.byId.get(id),
  schemas: { fresh: newResinSchema, changed: resinSchema },
  create: resins.create,
  save: resins.save,
  keep: resins.keep,
})
const { errorAt } = form
function putAway(row: ResinRow): void {
  show(resins.keep(row))
}
</script>

<template>
  <div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the resin …</p>
    <EmptyPlace v-else-if="missing" title="This resin does not exist"
      >It may be in another workshop’s stores.<template #action
        ><NuxtLink to="/stores/resins" class="press">All resins</NuxtLink></template
      ></EmptyPlace
    >
    <form v-else class="max-w-5xl" novalidate @submit.prevent="submit">
      <PlaceHead :title="draft.name || 'A new resin'">
        <span v-if="saved" role="status" class="self-center">Saved.</span>
        <NuxtLink to="/stores/resins" class="quiet">All resins</NuxtLink>
        <button
          v-if="session.may('change the stores')"
          class="press"
          :disabled="form.sending.value"
        >
          Save the resin
        </button>
      </PlaceHead>
      <OthersSaved v-if="!theirs" :by="savedBy" />
      <DraftBack :shown="restored" @drop="dropDraft" />
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
      <div class="grid gap-x-10 gap-y-6 md:grid-cols-2">
        <fieldset class="space-y-3">
          <legend class="mb-1 font-semibold">Mixing</legend>
          <MixingFields v-model="draft" :error-at="errorAt" />
          <KitFields
            v-model="draft"
            :error-at="errorAt"
            :fixed="opened !== null && !session.may('change prices')"
          >
            <ResinFigure
              v-for="field in RESIN_FIELDS.cured"
              :key="field.key"
              v-model="draft"
              :field="field"
              :error-at="errorAt"
            />
          </KitFields>
          <FieldText v-model="draft.note" label="Note" :rows="2" :error="errorAt('note')" />
        </fieldset>
        <fieldset class="space-y-3">
          <legend class="mb-1 font-semibold">Curing</legend>
          <CuringFields v-model="draft" :error-at="errorAt" />
          <TouchedClock v-if="opened" v-model="draft" :resin-id="opened.id" />
        </fieldset>
      </div>
      <CautionList class="mt-5" :topics="['liquid', 'cup', 'waste']" />
      <PutAway
        v-if="opened && session.may('keep the house')"
        kind="resins"
        :row="opened"
        list="/stores/resins"
        @done="putAway"
      />
      <HistoryList v-if="opened" :id="opened.id" :key="opened.id" subject="resin" />
    </form>
  </div>
</template>
