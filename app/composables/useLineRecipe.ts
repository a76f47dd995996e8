import type { Recipe } from '~~/core/trade'
import type { OrderLine } from '~~/shared/types/orders'

interface LineRecipeOptions {
  line: () => OrderLine | undefined
}

/** The recipe of an order's line: what has been begun is shown by the version it was begun with. */
export function useLineRecipe({ line }: LineRecipeOptions) {
  const recipes = useRecipeStore()
  const current = computed(() => recipes.byId.get(line()?.recipeId ?? 0))
  const begunWith = shallowRef<Recipe | null>(null)
  const isOlder = computed(() => {
    const version = line()?.recipeVersion ?? null
    return version !== null && version !== current.value?.version
  })
  watch(
    line,
    async (now) => {
      begunWith.value = null
      if (!now || now.recipeVersion === null || !isOlder.value) return
      const recipe = await recipes.version(now.recipeId, now.recipeVersion)
      if (now === line()) begunWith.value = recipe
    },
    { immediate: true },
  )
  return {
    current,
    isOlder,
    recipe: computed(() => (isOlder.value ? begunWith.value : current.value)),
  }
}
