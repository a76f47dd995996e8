<script setup lang="ts">
import {
  CustomerFields,
  HolidayFields,
  MaterialFields,
  PersonFields,
  PigmentFields,
  PlaceFields,
  RoomFields,
  StationFields,
} from '#components'
import { HOUSE_LISTS } from '~/utils/houseLists'
import {
  HOUSE_KINDS,
  HOUSE_SCHEMAS,
  type HouseFields,
  type HouseKind,
} from '~~/shared/schemas/house'
import type { SchemaOf } from '~~/shared/schemas/typed'
import type { HouseRowOf } from '~~/shared/types/house'

definePageMeta({
  validate: ({ params }) => (HOUSE_KINDS as readonly string[]).includes(String(params.kind)),
})
const FIELDS = {
  people: PersonFields,
  rooms: RoomFields,
  stations: StationFields,
  places: PlaceFields,
  pigments: PigmentFields,
  materials: MaterialFields,
  customers: CustomerFields,
  holidays: HolidayFields,
}
const kind = useRoute().params.kind as HouseKind
const list = HOUSE_LISTS[kind]
const house = useHouseStore()
const resins = useResinStore()
type Fields = HouseFields[HouseKind]
type Known = Fields & { version: number }

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
} = useEditor<Fields, HouseRowOf<HouseKind>>({
  path: `/house/${kind}`,
  subject: list.subject,
  blank: () => ({ ...list.blank(), ...startWith() }),
  load: () =>
    Promise.all([
      house.load(kind),
      house.load('rooms'),
      house.load('stations'),
      ...(kind === 'pigments' ? [resins.load()] : []),
    ]),
  find: (id) => house.listOf(kind).find((row) => row.id === id),
  schemas: {
    fresh: HOUSE_SCHEMAS[kind].fresh as SchemaOf<Fields>,
    changed: HOUSE_SCHEMAS[kind].known as SchemaOf<Known>,
  },
  create: (fields) => house.create(kind, fields),
  save: (id, fields) => house.save(kind, id, fields as never),
  keep: (row) => house.keep(kind, row),
})

/** What the address asks for, and the only room where there is only one. */
function startWith(): object {
  const query = useRoute().query.kind
  const [room, ...others] = house.listOf('rooms').filter((one) => one.archivedAt === null)
  return {
    ...(kind === 'stations' && typeof query === 'string' && { kind: query }),
    ...((kind === 'stations' || kind === 'places') &&
      room &&
      others.length === 0 && { roomId: room.id }),
  }
}
</script>

<template>
  <div>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching it …</p>
    <EmptyPlace v-else-if="missing" title="This does not exist"
      >It may have been removed.<template #action
        ><NuxtLink :to="`/house/${kind}`" class="press">{{ list.title }}</NuxtLink></template
      ></EmptyPlace
    >
    <form v-else class="max-w-4xl" novalidate @submit.prevent="submit">
      <PlaceHead :title="draft.name || `Add ${list.one}`" :note="opened ? '' : list.note">
        <span v-if="saved" role="status" class="self-center">Saved.</span>
        <NuxtLink :to="`/house/${kind}`" class="quiet">{{ list.title }}</NuxtLink>
        <button class="press" :disabled="form.sending.value">Save</button>
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
      <component :is="FIELDS[kind]" :model-value="draft as never" :error-at="form.errorAt" />
      <template v-if="opened">
        <InvitationLink v-if="kind === 'people'" :person-id="opened.id" />
        <PutAway :kind="kind" :row="opened" :list="`/house/${kind}`" @done="show" />
        <template v-if="kind === 'customers'">
          <CustomerOrders :customer-id="opened.id" />
          <CustomerStatement :customer-id="opened.id" />
        </template>
        <HistoryList :id="opened.id" :key="opened.id" :subject="list.subject" />
      </template>
    </form>
  </div>
</template>
