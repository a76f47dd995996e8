<script setup lang="ts">
import { drawnLayers } from '~/utils/drawnLayers'

const recipes = useRecipeStore()
const resins = useResinStore()
const session = useSessionStore()
const workshop = useWorkshopStore()
const { ready, failure, again } = useLoading(() => Promise.all([recipes.load(), resins.load()]))
const sought = ref('')
const putAway = ref(false)
const some = computed(() => recipes.recipes.some((recipe) => recipe.archived))
const shown = computed(() =>
  recipes.recipes.filter(
    (recipe) =>
      (putAway.value || !recipe.archived) &&
      recipe.name.toLowerCase().includes(sought.value.trim().toLowerCase()),
  ),
)
</script>

<template>
  <div>
    <PlaceHead
      title="Recipes"
      note="Each piece cut open: its layers from the face backwards, and the steps around them."
    >
      <label v-if="some" class="flex items-center gap-2 px-2"
        ><input v-model="putAway" type="checkbox" class="size-5 accent-ink" /> those put away
        too</label
      >
      <input
        v-model="sought"
        type="search"
        class="entry w-48"
        placeholder="Find a recipe"
        aria-label="Find a recipe"
      />
      <NuxtLink v-if="session.may('write recipes')" to="/recipes/new" class="press"
        >Write a recipe</NuxtLink
      >
    </PlaceHead>
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the recipes …</p>
    <EmptyPlace v-else-if="recipes.recipes.length === 0" title="No recipes yet"
      >A recipe draws a piece layer by layer; sizing, mixing, costing and the log hang on
      it.<template #action
        ><NuxtLink to="/recipes/new" class="press">Write a recipe</NuxtLink></template
      ></EmptyPlace
    >
    <p v-else-if="shown.length === 0" class="text-soft">No recipe is called “{{ sought }}”.</p>
    <ul v-else class="grid gap-x-8 md:grid-cols-2 xl:grid-cols-3">
      <li v-for="recipe in shown" :key="recipe.id" class="border-b border-hair">
        <NuxtLink
          :to="`/recipes/${recipe.id}`"
          class="grid grid-cols-[8rem_4.5rem_1fr] items-center gap-4 py-2 hover:bg-sheet"
        >
          <CutawayDrawing
            small
            :shape="recipe.shape"
            :layers="drawnLayers(recipe, workshop.pigments)"
          />
          <FaceDrawing small :recipe="recipe" />
          <span
            ><span class="font-label text-lg leading-tight">{{ recipe.name }}</span
            ><br /><span class="text-soft"
              >{{ recipe.layers.length }} {{ recipe.layers.length === 1 ? 'layer' : 'layers' }},
              {{ recipe.layers.map((layer) => layer.name).join(', ')
              }}{{
                recipe.others.length > 0
                  ? `; a set of ${recipe.others.reduce((sum, one) => sum + one.count, 1)} pieces`
                  : ''
              }}{{ recipe.archived ? '; put away' : '' }}</span
            ></span
          >
        </NuxtLink>
      </li>
    </ul>
  </div>
</template>
