import type { Front, Layer } from '../../core/trade'
import { withNothingMore } from '../../shared/schemas/recipeBefore'
import type { RecipeFields } from '../../shared/schemas/recipes'
import type { RecipeRow } from '../../shared/types/recipes'
import { removePlannedPortions } from './pots'
import { decimal, groupBy, updateVersioned, type Db } from './rows'
import { shapeSchema } from '../../shared/schemas/compute/size'
import {
  courseColumnSchema,
  cupsColumnSchema,
  fillColumnSchema,
  inclusionsColumnSchema,
  othersColumnSchema,
  restColumnSchema,
  startColumnSchema,
} from '../../shared/schemas/recipes'
import { jsonColumn } from './jsonColumn'

const shapeColumn = jsonColumn({ name: 'recipes.shape', schema: shapeSchema })
const othersColumn = jsonColumn({ name: 'recipes.others', schema: othersColumnSchema })
const fillColumn = jsonColumn({ name: 'recipe_layers.fill', schema: fillColumnSchema })
const inclusionsColumn = jsonColumn({
  name: 'recipe_layers.inclusions',
  schema: inclusionsColumnSchema,
})
const cupsColumn = jsonColumn({ name: 'recipe_layers.cups', schema: cupsColumnSchema })
const restColumn = jsonColumn({ name: 'recipe_layers.rest', schema: restColumnSchema })
const courseColumn = jsonColumn({
  name: 'recipes.course',
  schema: courseColumnSchema,
  upcasts: [withNothingMore],
})
const startColumn = jsonColumn({ name: 'recipes.start', schema: startColumnSchema })

interface RecipeColumns {
  id: number
  version: number
  name: string
  note: string | null
  shape: string
  footprint_cm2: string
  mould_id: number | null
  archived: number
  others: string
  course: string
  start: string
  front: Front
}
interface LayerColumns {
  id: number
  recipe_id: number
  name: string
  resin_id: number
  fill: string
  inclusions: string
  run_off_pct: string
  at_once: number | null
  layer_key: string
  joins: Layer['joins']
  side: Layer['side']
  covers_pct: string
  is_heated: number
  rest: string
  cups: string
}

const layerOf = (row: LayerColumns): Layer => ({
  id: row.id,
  key: row.layer_key,
  name: row.name,
  resinId: row.resin_id,
  fill: fillColumn.read(row.fill),
  inclusions: inclusionsColumn.read(row.inclusions),
  runOffPct: decimal(row.run_off_pct),
  ...(row.at_once !== null && { atOnce: row.at_once }),
  joins: row.joins,
  side: row.side,
  coversPct: decimal(row.covers_pct),
  isHeated: row.is_heated === 1,
  rest: restColumn.read(row.rest),
  cups: cupsColumn.read(row.cups),
})

async function readRecipes(
  db: Db,
  workspaceId: number,
  rows: readonly RecipeColumns[],
): Promise<RecipeRow[]> {
  const ids = rows.map((row) => row.id)
  const layers = (await db('recipe_layers')
    .where({ workspace_id: workspaceId })
    .whereIn('recipe_id', ids)
    .whereNotNull('position')
    .orderBy('position')) as LayerColumns[]
  const layersOf = groupBy(layers, (row) => row.recipe_id)
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    name: row.name,
    note: row.note ?? '',
    shape: shapeColumn.read(row.shape),
    others: othersColumn.read(row.others),
    footprintCm2: decimal(row.footprint_cm2),
    mouldId: row.mould_id,
    start: startColumn.read(row.start),
    front: row.front,
    archived: row.archived === 1,
    layers: (layersOf.get(row.id) ?? []).map(layerOf),
    course: courseColumn.read(row.course),
  }))
}

export async function listRecipes(db: Db, workspaceId: number): Promise<RecipeRow[]> {
  return readRecipes(
    db,
    workspaceId,
    (await db('recipes').where({ workspace_id: workspaceId }).orderBy('name')) as RecipeColumns[],
  )
}

export async function getRecipe(
  db: Db,
  workspaceId: number,
  id: number,
): Promise<RecipeRow | null> {
  const [recipe] = await readRecipes(
    db,
    workspaceId,
    (await db('recipes').where({ workspace_id: workspaceId, id })) as RecipeColumns[],
  )
  return recipe ?? null
}

const columnsOf = (fields: RecipeFields) => ({
  name: fields.name.trim(),
  note: fields.note,
  shape: shapeColumn.write(fields.shape),
  others: othersColumn.write(fields.others),
  footprint_cm2: fields.footprintCm2,
  mould_id: fields.mouldId,
  start: startColumn.write(fields.start),
  front: fields.front,
  archived: fields.archived,
  course: courseColumn.write(fields.course),
})

const layerColumns = (layer: Layer, position: number) => ({
  position,
  name: layer.name.trim(),
  resin_id: layer.resinId,
  fill: fillColumn.write(layer.fill),
  inclusions: inclusionsColumn.write(layer.inclusions),
  run_off_pct: layer.runOffPct,
  at_once: layer.atOnce ?? null,
  layer_key: layer.key,
  joins: layer.joins,
  side: layer.side,
  covers_pct: layer.coversPct,
  is_heated: layer.isHeated,
  rest: restColumn.write(layer.rest),
  cups: cupsColumn.write(layer.cups),
})

/**
 * Positions are moved out of the way first, so that layers can change places under the unique key.
 */
const ASIDE = 1000

/**
 * Layers that were poured, or that a begun order still needs, lose only their place in the recipe.
 */
async function retireLayers(db: Db, workspaceId: number, ids: readonly number[]): Promise<void> {
  const needed = [
    ...((await db('pot_portions')
      .where({ workspace_id: workspaceId })
      .whereIn('layer_id', [...ids])
      .distinct('layer_id as id')) as { id: number }[]),
    ...((await db('piece_events')
      .where({ workspace_id: workspaceId })
      .whereIn('layer_id', [...ids])
      .distinct('layer_id as id')) as { id: number }[]),
  ].map((row) => row.id)
  await db('recipe_layers')
    .where({ workspace_id: workspaceId })
    .whereIn('id', needed)
    .update({ position: null })
  await db('recipe_layers')
    .where({ workspace_id: workspaceId })
    .whereIn(
      'id',
      ids.filter((id) => !needed.includes(id)),
    )
    .delete()
}

async function writeParts(
  db: Db,
  workspaceId: number,
  recipeId: number,
  fields: RecipeFields,
): Promise<void> {
  const owner = { workspace_id: workspaceId, recipe_id: recipeId }
  const known = ((await db('recipe_layers').where(owner).select('id')) as { id: number }[]).map(
    (row) => row.id,
  )
  const kept = new Set(fields.layers.map((layer) => layer.id).filter((id) => known.includes(id)))
  const dropped = known.filter((id) => !kept.has(id))
  await removePlannedPortions(db, workspaceId, { column: 'layer_id', keys: dropped })
  await retireLayers(db, workspaceId, dropped)
  await db('recipe_layers').where(owner).increment('position', ASIDE)
  for (const [position, layer] of fields.layers.entries()) {
    const columns = layerColumns(layer, position)
    if (kept.has(layer.id))
      await db('recipe_layers')
        .where({ ...owner, id: layer.id })
        .update(columns)
    else await db('recipe_layers').insert({ ...owner, ...columns })
  }
  await db('recipe_pigments').where(owner).delete()
  const pigmentIds = pigmentsOf(fields)
  if (pigmentIds.length > 0)
    await db('recipe_pigments').insert(
      pigmentIds.map((pigmentId) => ({ ...owner, pigment_id: pigmentId })),
    )
  await db('recipe_materials').where(owner).delete()
  const materialIds = materialsOf(fields)
  if (materialIds.length > 0)
    await db('recipe_materials').insert(
      materialIds.map((materialId) => ({ ...owner, material_id: materialId })),
    )
  await db('recipe_forms').where(owner).delete()
  const formIds = formsOf(fields)
  if (formIds.length > 0)
    await db('recipe_forms').insert(formIds.map((mouldId) => ({ ...owner, mould_id: mouldId })))
}

/** The pigments of a recipe's cups and pours, each once: what keeps them in the stores. */
const pigmentsOf = ({ layers, course }: Pick<RecipeFields, 'layers' | 'course'>): number[] => [
  ...new Set([
    ...layers.flatMap(({ cups }) =>
      cups.flatMap(({ pigments }) => pigments.map(({ pigmentId }) => pigmentId)),
    ),
    ...course.flatMap(({ pour }) => pour?.drops.map(({ pigmentId }) => pigmentId) ?? []),
  ]),
]

/** The materials that a recipe begins with, sets in or uses, each once: what keeps them in the stores. */
const materialsOf = ({ layers, course, start }: RecipeFields): number[] => [
  ...new Set(
    [
      start.materialId,
      ...layers.flatMap(({ inclusions }) => inclusions.map(({ materialId }) => materialId)),
      ...layers.flatMap(({ cups }) =>
        cups.flatMap(({ fillers }) => fillers.map(({ materialId }) => materialId)),
      ),
      ...course.flatMap(({ uses }) => uses.map(({ materialId }) => materialId)),
    ].filter((id) => id !== null && id !== undefined),
  ),
]

/** The forms that its pieces lie on, each once. */
const formsOf = ({ course }: Pick<RecipeFields, 'course'>): number[] => [
  ...new Set(course.flatMap(({ keeps }) => keeps.flatMap(({ mouldId }) => mouldId ?? []))),
]

export async function insertRecipe(
  db: Db,
  workspaceId: number,
  fields: RecipeFields,
  now: Date,
): Promise<number> {
  const [id = 0] = await db('recipes').insert({
    workspace_id: workspaceId,
    ...columnsOf(fields),
    updated_at: now,
  })
  await writeParts(db, workspaceId, id, fields)
  return id
}

export async function updateRecipe(
  db: Db,
  workspaceId: number,
  id: number,
  fields: RecipeFields & { version: number },
  now: Date,
): Promise<boolean> {
  const saved = await updateVersioned(
    db,
    'recipes',
    { workspaceId, id, version: fields.version },
    columnsOf(fields),
    now,
  )
  if (saved) await writeParts(db, workspaceId, id, fields)
  return saved
}
