<script setup lang="ts">
import type { Recipe } from '~~/core/trade'
import type { RecipeVersion } from '~~/shared/types/recipes'
import { recipeChanges } from '~/utils/recipeChanges'

/** The versions of a recipe, any two of them side by side, and what differs. */
const { recipeId } = defineProps<{ recipeId: number }>()
const emit = defineEmits<{ take: [recipe: Recipe] }>()
const recipes = useRecipeStore()
const resins = useResinStore()
const workshop = useWorkshopStore()
const { dayAndClock } = useWhen()
const versions = shallowRef<RecipeVersion[]>([])
const pair = ref<[number, number]>([0, 0])
const contents = shallowRef<[Recipe, Recipe] | null>(null)
const { ready, failure, again } = useLoading(async () => {
  versions.value = await recipes.versions(recipeId)
  const [newest, earlier] = versions.value
  pair.value = [earlier?.version ?? newest?.version ?? 0, newest?.version ?? 0]
})
watch(
  pair,
  async ([from, to]) => {
    contents.value = null
    if (from === 0 || to === 0) return
    const both = await Promise.all([recipes.version(recipeId, from), recipes.version(recipeId, to)])
    if (pair.value[0] === from && pair.value[1] === to) contents.value = both
  },
  { deep: true },
)
const changes = computed(() =>
  contents.value
    ? recipeChanges(contents.value[0], contents.value[1], {
        resins: resins.byId,
        pigments: workshop.pigments,
        materials: workshop.materials,
        moulds: workshop.moulds,
        people: workshop.people,
      })
    : [],
)
const options = computed(() =>
  versions.value.map((one) => ({
    value: one.version,
    label: `version ${one.version}, ${dayAndClock(one.savedAt)}${one.savedBy ? `, ${one.savedBy}` : ''}`,
  })),
)
</script>

<template>
  <LoadFailure v-if="failure" :message="failure" @retry="again" />
  <p v-else-if="!ready" class="text-soft" role="status">Fetching the versions …</p>
  <p v-else-if="versions.length < 2" class="text-soft">
    There is one version so far. Every save keeps the one before, and what has been begun is made to
    its end by the version it began with.
  </p>
  <template v-else>
    <div class="grid gap-2">
      <FieldChoice v-model="pair[0]" label="From" :options="options" /><FieldChoice
        v-model="pair[1]"
        label="to"
        :options="options"
      />
    </div>
    <p v-if="!contents" class="mt-3 text-soft" role="status">Fetching both …</p>
    <p v-else-if="changes.length === 0" class="mt-3">Nothing differs between them.</p>
    <div v-else class="mt-3 max-h-[45vh] overflow-y-auto">
      <table class="ledger">
        <thead>
          <tr>
            <th>what</th>
            <th>from</th>
            <th>to</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="change in changes" :key="change.field">
            <td>{{ change.field }}</td>
            <td>{{ change.before }}</td>
            <td class="font-semibold">{{ change.after }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <button
      v-if="contents"
      type="button"
      class="quiet slim mt-3"
      @click="emit('take', contents[0])"
    >
      Write from version {{ pair[0] }} again
    </button>
  </template>
</template>
