import type { RecipeRow } from '~~/shared/types'
import type { RecipeFields } from '~~/shared/schemas/forms'

/** The recipes of the workshop. */
export const useRecipeStore = defineStore('recipes', () => {
  const api = useApi()
  const recipes = ref<RecipeRow[]>([])
  const loaded = ref(false)
  const byId = computed<ReadonlyMap<number, RecipeRow>>(() => new Map(recipes.value.map((recipe) => [recipe.id, recipe])))

  async function load(): Promise<void> {
    recipes.value = await api.get<RecipeRow[]>('/api/recipes')
    loaded.value = true
  }
  const keep = (saved: RecipeRow) => {
    recipes.value = [...recipes.value.filter((recipe) => recipe.id !== saved.id), saved].sort((x, y) => x.name.localeCompare(y.name))
    return saved
  }
  const create = async (fields: RecipeFields) => keep(await api.post<RecipeRow>('/api/recipes', fields))
  const save = async (id: number, fields: RecipeFields & { version: number }) => keep(await api.put<RecipeRow>(`/api/recipes/${id}`, fields))
  return { recipes, loaded: readonly(loaded), byId, load, create, save, keep }
})
