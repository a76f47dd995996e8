import {
  courseWithLayer,
  courseWithoutLayer,
  insertLayer,
  movedLayer,
  moveBoundary,
  splitLayer,
  withDividedFill,
  withDroppedLayer,
  withoutFill,
} from '~~/core/recipe'
import type { Recipe } from '~~/core/trade'
import type { RecipeFields } from '~~/shared/schemas/recipes'
import { newWork, nextLayer } from '~/utils/newLayer'
import type { Ref } from 'vue'

interface LayerEditsOptions {
  draft: Ref<RecipeFields>
  /** The draft as it stands. */
  copy: Readonly<Ref<RecipeFields>>
}

/** What is done to the layers of a recipe and to the picture: added, moved, split, dropped in, placed. */
export function useLayerEdits({ draft, copy }: LayerEditsOptions) {
  /** The layer that is worked on, and the entry of the course whose fields are open. */
  const chosen = ref(0)
  const openEntry = ref<string | null>(null)
  /** Whether the next press on the face places the open pour, or on the cut drops in a layer. */
  const placing = ref(false)
  const dropping = ref(false)
  const noRoom = ref('')
  /** The draft as it stands, for whatever is drawn and worked out of it, each once (`remembered`). */
  const asRecipe = computed<Recipe>(() => Object.freeze({ ...copy.value, id: 0 }))
  const fresh = () => {
    const layer = nextLayer(draft.value)
    return { layer, work: newWork(layer.key, draft.value.course) }
  }

  function move(index: number, by: 1 | -1): void {
    Object.assign(draft.value, movedLayer(draft.value, index, by))
    chosen.value = index + by
  }
  function add(): void {
    const { layer, work } = fresh()
    const at = draft.value.layers.length
    Object.assign(draft.value, courseWithLayer(draft.value, at, layer, work))
    chosen.value = at
  }
  function remove(index: number): void {
    const others = withoutFill(draft.value.others, draft.value.layers[index]?.key ?? '')
    Object.assign(draft.value, courseWithoutLayer(draft.value, index), { others })
    chosen.value = Math.max(0, index - 1)
  }
  function drop(levelMm: number): void {
    const { layer, work } = fresh()
    const dropped = insertLayer(asRecipe.value, levelMm, layer, work)
    noRoom.value = dropped ? '' : 'There is no room for a layer there.'
    dropping.value = false
    if (!dropped) return
    draft.value.others = withDroppedLayer(
      draft.value.others,
      dropped.layers[dropped.index - 1]?.key,
      layer.key,
    )
    draft.value.layers = dropped.layers
    draft.value.course = dropped.course
    chosen.value = dropped.index
  }
  function moveLevel(index: number, levelMm: number): void {
    draft.value.layers = moveBoundary(asRecipe.value, index, levelMm) ?? draft.value.layers
  }
  function halves() {
    const parts = splitLayer(asRecipe.value, chosen.value, 2)
    const keys = parts?.layers.slice(chosen.value, chosen.value + 2).map(({ key }) => key)
    const others = keys && withDividedFill(asRecipe.value.others, keys)
    return parts && others ? { ...parts, others } : null
  }
  const canSplit = computed(() => halves() !== null)
  function split(): void {
    const parts = halves()
    if (parts) Object.assign(draft.value, parts)
  }
  function takeResin(resinId: number): void {
    const layer = draft.value.layers[chosen.value]
    if (layer) draft.value.layers[chosen.value] = { ...layer, resinId }
  }

  const tenth = (mm: number) => Math.round(mm * 10) / 10
  function placeInclusion(index: number, inclusion: number, xMm: number, yMm: number): void {
    const layer = draft.value.layers[index]
    if (layer)
      layer.inclusions = layer.inclusions.map((one, i) =>
        i === inclusion ? { ...one, xMm: tenth(xMm), yMm: tenth(yMm) } : one,
      )
  }
  function openPour(key: string): void {
    openEntry.value = key
    const entry = draft.value.course.find((one) => one.key === key)
    const at = draft.value.layers.findIndex((layer) => layer.key === entry?.layer)
    if (at >= 0) chosen.value = at
  }
  function placePour(x: number, y: number): void {
    placing.value = false
    draft.value.course = draft.value.course.map((entry) =>
      entry.key === openEntry.value && entry.pour
        ? { ...entry, pour: { ...entry.pour, mark: { x, y } } }
        : entry,
    )
  }
  /** The cup that is being worked on: that of the open pour, else the layer’s first. */
  const cupAt = computed(() => {
    const entry = draft.value.course.find(({ key }) => key === openEntry.value)
    const layer = draft.value.layers[chosen.value]
    const at = layer?.cups.findIndex(
      ({ key }) => entry?.layer === layer.key && key === entry.pour?.cup,
    )
    return at === undefined || at < 0 ? 0 : at
  })
  return {
    chosen,
    openEntry,
    placing,
    dropping,
    noRoom,
    asRecipe,
    cupAt,
    canSplit,
    move,
    add,
    remove,
    drop,
    moveLevel,
    split,
    takeResin,
    placeInclusion,
    openPour,
    placePour,
  }
}
