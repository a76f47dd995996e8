import { keepLive } from '~/live/happened'
import type { Recipe } from '~~/core/trade'
import type { RecipeRow, RecipeVersion } from '~~/shared/types/recipes'
import type { RecipeFields } from '~~/shared/schemas/recipes'

/** The recipes of the workshop. */
export const useRecipeStore = defineStore('recipes', () => {
  const api = useApi()
  const recipes = ref<RecipeRow[]>([])
  const loaded = ref(false)
  const byId = computed<ReadonlyMap<number, RecipeRow>>(
    () => new Map(recipes.value.map((recipe) => [recipe.id, recipe])),
  )

  async function load(): Promise<void> {
    recipes.value = await api.get<RecipeRow[]>('/api/recipes')
    loaded.value = true
  }
  const keep = (saved: RecipeRow) => {
    recipes.value = [...recipes.value.filter((recipe) => recipe.id !== saved.id), saved].sort(
      (x, y) => x.name.localeCompare(y.name),
    )
    return saved
  }
  /** A recipe as it stood in one of its versions; those never change. */
  const kept = new Map<string, Promise<Recipe>>()
  function version(id: number, number: number): Promise<Recipe> {
    const key = `${id}@${number}`
    const known = kept.get(key) ?? api.get<Recipe>(`/api/recipes/${id}/versions/${number}`)
    kept.set(key, known)
    known.catch(() => kept.delete(key))
    return known
  }
  const versions = (id: number) => api.get<RecipeVersion[]>(`/api/recipes/${id}/versions`)
  const create = async (fields: RecipeFields) =>
    keep(await api.post<RecipeRow>('/api/recipes', fields))
  const save = async (id: number, fields: RecipeFields & { version: number }) =>
    keep(await api.put<RecipeRow>(`/api/recipes/${id}`, fields))
  keepLive(
    ({ subject }) => subject === 'recipe',
    () => loaded.value,
    load,
  )
  return { recipes, loaded: readonly(loaded), byId, load, version, versions, create, save, keep }
})
