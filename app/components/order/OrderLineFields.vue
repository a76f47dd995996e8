<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import type { OrderFields } from '~~/shared/schemas/orders'

type Line = OrderFields['lines'][number]

/** What is asked for of an order: each recipe, how many, and how many to spare. */
const { errorAt } = defineProps<{ errorAt: (path: string) => string | undefined }>()
const lines = defineModel<Line[]>({ required: true })
const recipes = useRecipeStore()
/** Of a line as many as were asked for: without its spares. */
const asked = ({ quantity, spares = 0 }: Line) => quantity - (spares || 0)
function setSpares(line: Line, spares: number): void {
  line.quantity = asked(line) + (spares || 0)
  line.spares = spares
}
/** Recipes that were put away are offered only where they are chosen already. */
const recipeOptions = computed(() =>
  recipes.recipes
    .filter((recipe) => !recipe.archived || lines.value.some((line) => line.recipeId === recipe.id))
    .map((recipe) => ({ value: recipe.id, label: recipe.name })),
)
</script>

<template>
  <fieldset>
    <legend class="mb-1 font-semibold">Pieces</legend>
    <div
      v-for="(line, i) in lines"
      :key="i"
      class="mb-2 grid grid-cols-[1fr_1fr_auto] items-start gap-3 sm:grid-cols-[1fr_7rem_6rem_auto]"
    >
      <FieldPick
        v-model="line.recipeId"
        class="max-sm:col-span-full"
        label="Recipe"
        :hide-label="i > 0"
        :options="recipeOptions"
        :error="errorAt(`lines[${i}].recipeId`)"
      />
      <FieldNumber
        :model-value="asked(line)"
        label="How many"
        :hide-label="i > 0"
        :error="errorAt(`lines[${i}].quantity`)"
        @update:model-value="line.quantity = ($event ?? Number.NaN) + (line.spares || 0)"
      />
      <FieldNumber
        :model-value="line.spares"
        label="Spares"
        :hide-label="i > 0"
        :error="errorAt(`lines[${i}].spares`)"
        @update:model-value="setSpares(line, $event ?? Number.NaN)"
      />
      <button
        type="button"
        class="quiet slim"
        :class="i > 0 ? 'mt-0.5' : 'mt-[1.6rem]'"
        :disabled="lines.length === 1"
        :aria-label="`Remove line ${i + 1}`"
        @click="lines.splice(i, 1)"
      >
        <Trash2 :size="17" />
      </button>
      <SpareProposal
        v-if="recipes.byId.has(line.recipeId) && asked(line) >= 1 && (line.spares ?? 0) >= 0"
        class="col-span-full"
        :recipe="recipes.byId.get(line.recipeId)!"
        :wanted="asked(line)"
        :spares="line.spares ?? 0"
        @take="setSpares(line, $event)"
      />
    </div>
    <button
      type="button"
      class="quiet slim inline-flex items-center gap-1"
      @click="lines.push({ recipeId: 0, quantity: 1, spares: 0 })"
    >
      <Plus :size="17" /> another piece
    </button>
  </fieldset>
</template>
