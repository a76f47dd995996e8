<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { MILESTONES, MILESTONE_WORDS, originOf, type Milestone, type Origin } from '~~/core/trade'
import { MINUTES_PER_HOUR } from '~~/core/units'
import { newResinSchema, resinSchema, type ResinFields } from '~~/shared/schemas/resins'
import type { ResinRow } from '~~/shared/types/resins'

const resins = useResinStore()
const workshop = useWorkshopStore()
const blank = (): ResinFields => ({
  name: '',
  ratio: { basis: 'volume', a: 2, b: 1 },
  tolerancePct: 3,
  pourFirst: 'b',
  referenceC: 22,
  activationKJ: 55,
  referencePotG: 150,
  massExponent: 0.35,
  maxMixMl: 500,
  minDepthMm: 2,
  maxDepthMm: 10,
  kitMl: 1500,
  kitPrice: '50.00',
  stockMl: 0,
  leadDays: 3,
  otherKits: [],
  origins: {},
  note: '',
  milestones: {
    work: 45,
    gel: 180,
    tackFrom: 240,
    tackTo: 600,
    demould: 1200,
    sand: 4320,
    full: 7200,
  },
})
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
  submit,
  keepMine,
  takeTheirs,
} = useEditor<ResinFields, ResinRow>({
  path: '/stores',
  blank,
  load: () => resins.load(),
  find: (id) => resins.byId.get(id),
  schemas: { fresh: newResinSchema, changed: resinSchema },
  create: resins.create,
  save: resins.save,
  keep: resins.keep,
})
const { errorAt } = form
const BASES = [
  { value: 'volume', label: 'by volume' },
  { value: 'mass', label: 'by weight' },
] as const
const FIRSTS = [
  { value: 'a', label: 'part A' },
  { value: 'b', label: 'part B' },
] as const
/**
 * The thinner part leaves less on the wall; without thicknesses the lighter one is taken for it.
 */
const thinner = computed(() => {
  const { viscosityA, viscosityB, densityA, densityB } = draft.value
  const [a, b] = viscosityA && viscosityB ? [viscosityA, viscosityB] : [densityA, densityB]
  return a && b ? (a < b ? 'A' : 'B') : null
})
const origin = (key: string) => originOf(draft.value, key)
const setOrigin = (key: string, from: Origin) =>
  (draft.value = { ...draft.value, origins: { ...draft.value.origins, [key]: from } })
const addKit = () =>
  (draft.value.otherKits = [
    ...draft.value.otherKits,
    { ml: draft.value.kitMl, price: draft.value.kitPrice, leadDays: draft.value.leadDays },
  ])
type NumberField =
  | 'densityA'
  | 'densityB'
  | 'tolerancePct'
  | 'referenceC'
  | 'activationKJ'
  | 'referencePotG'
  | 'massExponent'
  | 'maxMixMl'
  | 'minDepthMm'
  | 'maxDepthMm'
  | 'kitMl'
  | 'heatC'
  | 'whiteHold'
  | 'stockMl'
  | 'leadDays'
  | 'viscosityA'
  | 'viscosityB'
  | 'clarity'
  | 'yellowing'
  | 'smell'
const set = (name: NumberField, value: number | undefined) =>
  (draft.value = { ...draft.value, [name]: value })
/** The first two are told in minutes, as on a data sheet; the others in hours. */
const milestoneUnit = (name: Milestone) =>
  name === 'work' || name === 'gel'
    ? { unit: 'min', minutes: 1 }
    : { unit: 'h', minutes: MINUTES_PER_HOUR }
const setMilestone = (name: Milestone, amount: number | undefined) =>
  (draft.value.milestones[name] = (amount ?? Number.NaN) * milestoneUnit(name).minutes)
</script>

<template>
  <div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the resin …</p>
    <EmptyPlace v-else-if="missing" title="This resin does not exist"
      >It may be in another workshop’s stores.<template #action
        ><NuxtLink to="/stores" class="press">The stores</NuxtLink></template
      ></EmptyPlace
    >
    <form v-else class="max-w-5xl" novalidate @submit.prevent="submit">
      <PlaceHead :title="draft.name || 'A new resin'">
        <span v-if="saved" role="status" class="self-center">Saved.</span>
        <NuxtLink to="/stores" class="quiet">The stores</NuxtLink>
        <button class="press" :disabled="form.sending.value">Save the resin</button>
      </PlaceHead>
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
          <FieldText v-model="draft.name" label="Name" :error="errorAt('name')" />
          <div class="grid grid-cols-3 gap-3">
            <FieldChoice v-model="draft.ratio.basis" label="Ratio" :options="BASES" />
            <FieldNumber
              :model-value="draft.ratio.a"
              label="parts of A"
              :error="errorAt('ratio.a')"
              @update:model-value="draft.ratio.a = $event ?? NaN"
            />
            <FieldNumber
              :model-value="draft.ratio.b"
              label="parts of B"
              :error="errorAt('ratio.b')"
              @update:model-value="draft.ratio.b = $event ?? NaN"
            />
          </div>
          <div class="grid grid-cols-2 gap-3">
            <SourcedNumber
              optional
              :model-value="draft.densityA"
              label="density of A"
              unit="g/ml"
              :error="errorAt('densityA')"
              :origin="origin('densityA')"
              @update:model-value="set('densityA', $event)"
              @origin="setOrigin('densityA', $event)"
            />
            <SourcedNumber
              optional
              :model-value="draft.densityB"
              label="density of B"
              unit="g/ml"
              :error="errorAt('densityB')"
              :origin="origin('densityB')"
              @update:model-value="set('densityB', $event)"
              @origin="setOrigin('densityB', $event)"
            />
            <SourcedNumber
              optional
              :model-value="draft.viscosityA"
              label="thickness of A"
              unit="mPa·s"
              :error="errorAt('viscosityA')"
              :origin="origin('viscosityA')"
              @update:model-value="set('viscosityA', $event)"
              @origin="setOrigin('viscosityA', $event)"
            />
            <SourcedNumber
              optional
              :model-value="draft.viscosityB"
              label="thickness of B"
              unit="mPa·s"
              :error="errorAt('viscosityB')"
              :origin="origin('viscosityB')"
              @update:model-value="set('viscosityB', $event)"
              @origin="setOrigin('viscosityB', $event)"
            />
            <FieldChoice v-model="draft.pourFirst" label="first into the cup" :options="FIRSTS" />
            <SourcedNumber
              :model-value="draft.tolerancePct"
              label="ratio off by"
              unit="%"
              :error="errorAt('tolerancePct')"
              :origin="origin('tolerancePct')"
              @update:model-value="set('tolerancePct', $event)"
              @origin="setOrigin('tolerancePct', $event)"
            />
          </div>
          <p v-if="thinner && draft.pourFirst.toUpperCase() !== thinner" class="text-soft">
            Part {{ thinner }} is the thinner one; poured first it leaves less on the wall.
          </p>
          <div class="grid grid-cols-2 gap-3">
            <SourcedNumber
              :model-value="draft.maxMixMl"
              label="greatest mix"
              unit="ml"
              :error="errorAt('maxMixMl')"
              :origin="origin('maxMixMl')"
              @update:model-value="set('maxMixMl', $event)"
              @origin="setOrigin('maxMixMl', $event)"
            />
            <span />
            <SourcedNumber
              :model-value="draft.minDepthMm"
              label="least layer"
              unit="mm"
              :error="errorAt('minDepthMm')"
              :origin="origin('minDepthMm')"
              @update:model-value="set('minDepthMm', $event)"
              @origin="setOrigin('minDepthMm', $event)"
            />
            <SourcedNumber
              :model-value="draft.maxDepthMm"
              label="greatest layer"
              unit="mm"
              :error="errorAt('maxDepthMm')"
              :origin="origin('maxDepthMm')"
              @update:model-value="set('maxDepthMm', $event)"
              @origin="setOrigin('maxDepthMm', $event)"
            />
            <FieldNumber
              :model-value="draft.kitMl"
              label="a kit makes"
              unit="ml"
              :error="errorAt('kitMl')"
              @update:model-value="set('kitMl', $event)"
            />
            <FieldText
              v-model="draft.kitPrice"
              :label="`a kit costs, ${workshop.rules?.currency}`"
              :error="errorAt('kitPrice')"
              inputmode="decimal"
            />
            <FieldNumber
              :model-value="draft.stockMl"
              label="in the stores"
              unit="ml"
              :error="errorAt('stockMl')"
              @update:model-value="set('stockMl', $event)"
            />
            <FieldNumber
              :model-value="draft.leadDays"
              label="a new kit takes"
              unit="days"
              :error="errorAt('leadDays')"
              @update:model-value="set('leadDays', $event)"
            />
            <SourcedNumber
              optional
              :model-value="draft.heatC"
              label="cured, bears"
              unit="°C"
              :error="errorAt('heatC')"
              :origin="origin('heatC')"
              @update:model-value="set('heatC', $event)"
              @origin="setOrigin('heatC', $event)"
            />
            <SourcedNumber
              optional
              :model-value="draft.whiteHold"
              label="white stays up, 1 to 5"
              :error="errorAt('whiteHold')"
              :origin="origin('whiteHold')"
              @update:model-value="set('whiteHold', $event)"
              @origin="setOrigin('whiteHold', $event)"
            />
            <SourcedNumber
              optional
              :model-value="draft.clarity"
              label="clarity, 1 to 5"
              :error="errorAt('clarity')"
              :origin="origin('clarity')"
              @update:model-value="set('clarity', $event)"
              @origin="setOrigin('clarity', $event)"
            />
            <SourcedNumber
              optional
              :model-value="draft.yellowing"
              label="stays clear, 1 to 5"
              :error="errorAt('yellowing')"
              :origin="origin('yellowing')"
              @update:model-value="set('yellowing', $event)"
              @origin="setOrigin('yellowing', $event)"
            />
            <SourcedNumber
              optional
              :model-value="draft.smell"
              label="mild smell, 1 to 5"
              :error="errorAt('smell')"
              :origin="origin('smell')"
              @update:model-value="set('smell', $event)"
              @origin="setOrigin('smell', $event)"
            />
          </div>
          <div>
            <h3 class="font-semibold">Other kits</h3>
            <div
              v-for="(kit, i) in draft.otherKits"
              :key="i"
              class="mt-1 grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-3"
            >
              <FieldNumber
                :hide-label="i > 0"
                :model-value="kit.ml"
                label="makes"
                unit="ml"
                :error="errorAt(`otherKits[${i}].ml`)"
                @update:model-value="kit.ml = $event ?? NaN"
              />
              <FieldText
                v-model="kit.price"
                :hide-label="i > 0"
                label="costs"
                :error="errorAt(`otherKits[${i}].price`)"
                inputmode="decimal"
              />
              <FieldNumber
                :hide-label="i > 0"
                :model-value="kit.leadDays"
                label="takes"
                unit="days"
                :error="errorAt(`otherKits[${i}].leadDays`)"
                @update:model-value="kit.leadDays = $event ?? NaN"
              />
              <button
                type="button"
                class="quiet slim"
                :aria-label="`Remove kit ${i + 1}`"
                @click="draft.otherKits.splice(i, 1)"
              >
                <Trash2 :size="16" />
              </button>
            </div>
            <button
              type="button"
              class="quiet slim mt-1 inline-flex items-center gap-1"
              @click="addKit"
            >
              <Plus :size="16" /> kit
            </button>
          </div>
          <FieldText v-model="draft.note" label="Note" :rows="2" :error="errorAt('note')" />
        </fieldset>
        <fieldset class="space-y-3">
          <legend class="mb-1 font-semibold">Curing</legend>
          <SourcedNumber
            class="w-56"
            :model-value="draft.referenceC"
            label="times hold at"
            unit="°C"
            :error="errorAt('referenceC')"
            :origin="origin('referenceC')"
            @update:model-value="set('referenceC', $event)"
            @origin="setOrigin('referenceC', $event)"
          />
          <table class="ledger">
            <thead>
              <tr>
                <th>milestone</th>
                <th>from the pour</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="name in MILESTONES" :key="name">
                <td>{{ MILESTONE_WORDS[name] }}</td>
                <td class="w-72">
                  <SourcedNumber
                    hide-label
                    :label="MILESTONE_WORDS[name]"
                    :origin="origin(name)"
                    :model-value="draft.milestones[name] / milestoneUnit(name).minutes"
                    :unit="milestoneUnit(name).unit"
                    :error="errorAt(`milestones.${name}`)"
                    @origin="setOrigin(name, $event)"
                    @update:model-value="setMilestone(name, $event)"
                  />
                </td>
              </tr>
            </tbody>
          </table>
          <div class="grid grid-cols-2 gap-x-6 gap-y-3">
            <SourcedNumber
              :model-value="draft.activationKJ"
              label="activation energy"
              unit="kJ/mol"
              :error="errorAt('activationKJ')"
              :origin="origin('activationKJ')"
              @update:model-value="set('activationKJ', $event)"
              @origin="setOrigin('activationKJ', $event)"
            />
            <SourcedNumber
              :model-value="draft.referencePotG"
              label="working time holds for"
              unit="g"
              :error="errorAt('referencePotG')"
              :origin="origin('referencePotG')"
              @update:model-value="set('referencePotG', $event)"
              @origin="setOrigin('referencePotG', $event)"
            />
            <SourcedNumber
              :model-value="draft.massExponent"
              label="mass exponent"
              :error="errorAt('massExponent')"
              :origin="origin('massExponent')"
              @update:model-value="set('massExponent', $event)"
              @origin="setOrigin('massExponent', $event)"
            />
          </div>
          <p class="text-soft">
            55 kJ/mol and an exponent of 0.35 are starting values; data sheets rarely give them.
          </p>
        </fieldset>
      </div>
      <CautionList class="mt-5" :topics="['liquid', 'cup', 'waste']" />
    </form>
  </div>
</template>
