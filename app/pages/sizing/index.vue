<script setup lang="ts">
import { solidOf, type Shape } from '~~/core/size'
import { SHAPE_WORDS } from '~/utils/shapes'

const session = useSessionStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() => workshop.loadMoulds())
const HOW = {
  measures: 'by its measures',
  water: 'with water',
  photograph: 'traced',
  drawing: 'from a drawing',
  mesh: 'from a mesh',
} as const
const holds = (shape: Shape) => solidOf(shape)?.capacityMl ?? 0
const showsAll = ref(false)
const away = computed(() => workshop.moulds.size - workshop.offeredMoulds.length)
const moulds = computed(() =>
  showsAll.value ? [...workshop.moulds.values()] : workshop.offeredMoulds,
)
</script>

<template>
  <div>
    <PlaceHead title="Sizing" note="How much every mould holds, and how deep it stands.">
      <NuxtLink v-if="session.may('keep the house')" to="/import/moulds" class="quiet"
        >From a table</NuxtLink
      >
      <NuxtLink v-if="session.may('change the stores')" to="/sizing/new" class="press"
        >Size a mould</NuxtLink
      >
    </PlaceHead>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the moulds …</p>
    <EmptyPlace v-else-if="moulds.length === 0" title="No moulds yet"
      >A mould is sized once, by its measures, with water, from a photograph, a drawing or a mesh,
      and used by every recipe that is poured into it.<template #action
        ><NuxtLink to="/sizing/new" class="press">Size a mould</NuxtLink></template
      ></EmptyPlace
    >
    <ul v-else class="grid gap-x-8 sm:grid-cols-2 xl:grid-cols-3">
      <li v-for="mould in moulds" :key="mould.id" class="border-b border-hair">
        <NuxtLink :to="`/sizing/${mould.id}`" class="flex items-center gap-5 py-3">
          <CutawayDrawing
            v-if="mould.shape"
            small
            class="w-32 shrink-0"
            :shape="mould.shape"
            :layers="[]"
          />
          <span
            v-else
            class="grid h-20 w-32 shrink-0 place-content-center border border-dashed border-firm text-sm text-soft"
            >not sized</span
          >
          <span class="min-w-0"
            ><span class="link font-label text-lg">{{ mould.name }}</span
            ><br />
            <template v-if="mould.shape"
              ><strong>{{ figure(holds(mould.shape), 'ml', 1) }}</strong
              >{{ ' ' }}
              <span class="text-soft"
                >{{ SHAPE_WORDS[mould.shape.kind] }}, {{ HOW[mould.sizedHow ?? 'measures'] }}</span
              ><br
            /></template>
            <span class="text-soft"
              >{{ mould.count }} in the workshop<template v-if="mould.outOfUse > 0"
                >, {{ mould.outOfUse }} out of use</template
              ><template v-if="mould.archivedAt">, put away</template></span
            ></span
          >
        </NuxtLink>
      </li>
    </ul>
    <button
      v-if="ready && away > 0"
      type="button"
      class="quiet slim mt-4"
      :aria-pressed="showsAll"
      @click="showsAll = !showsAll"
    >
      {{ showsAll ? 'Hide' : 'Show' }} {{ away }} put away
    </button>
  </div>
</template>
