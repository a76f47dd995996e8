import type { Layer, LayerPigment, Step } from '../../core/trade'
import type { RecipeFields } from '../../shared/schemas/recipes'
import type { RecipeRow } from '../../shared/types/recipes'
import { removePlannedPortions } from './pots'
import { decimal, decimalOrNull, groupBy, updateVersioned, type Db } from './rows'
import { shapeSchema } from '../../shared/schemas/compute/size'
import {
  atMinColumnSchema,
  fillColumnSchema,
  heatAfterMinColumnSchema,
  inclusionsColumnSchema,
  othersColumnSchema,
} from '../../shared/schemas/recipes'
import { jsonColumn } from './jsonColumn'

const shapeColumn = jsonColumn({ name: 'recipes.shape', schema: shapeSchema })
const othersColumn = jsonColumn({ name: 'recipes.others', schema: othersColumnSchema })
const fillColumn = jsonColumn({ name: 'recipe_layers.fill', schema: fillColumnSchema })
const inclusionsColumn = jsonColumn({
  name: 'recipe_layers.inclusions',
  schema: inclusionsColumnSchema,
})
const heatColumn = jsonColumn({
  name: 'recipe_layers.heat_after_min',
  schema: heatAfterMinColumnSchema,
})
const atMinColumn = jsonColumn({ name: 'recipe_steps.at_min', schema: atMinColumnSchema })

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
}
interface LayerColumns {
  id: number
  recipe_id: number
  name: string
  resin_id: number
  fill: string
  inclusions: string
  run_off_pct: string
  cups: number
  stir_min: string
  rest_min: string
  pour_min: string
  heat_after_min: string
  recoat: Layer['recoat']
}
interface PigmentColumns {
  layer_id: number
  pigment_id: number
  load_pct: string
}
interface StepColumns {
  recipe_id: number
  name: string
  phase: Step['phase']
  waits_for: Step['waitsFor']
  kind: Step['kind']
  layer_index: number
  at_min: string
  piece_min: string
  batch_min: string
  dry_min: string
  holds_min: string | null
  needs: string
  skill: string | null
  station_kind: string | null
  dust: number
  demoulds: number
}

const layerOf = (row: LayerColumns, pigments: readonly PigmentColumns[]): Layer => ({
  id: row.id,
  name: row.name,
  resinId: row.resin_id,
  fill: fillColumn.read(row.fill),
  inclusions: inclusionsColumn.read(row.inclusions),
  pigments: pigments.map((one): LayerPigment => ({
    pigmentId: one.pigment_id,
    loadPct: decimal(one.load_pct),
  })),
  runOffPct: decimal(row.run_off_pct),
  cups: row.cups,
  stirMin: decimal(row.stir_min),
  restMin: decimal(row.rest_min),
  pourMin: decimal(row.pour_min),
  heatAfterMin: heatColumn.read(row.heat_after_min),
  recoat: row.recoat,
})

const stepOf = (row: StepColumns): Step => ({
  kind: row.kind,
  name: row.name,
  phase: row.phase,
  layer: row.layer_index,
  waitsFor: row.waits_for,
  atMin: atMinColumn.read(row.at_min),
  pieceMin: decimal(row.piece_min),
  batchMin: decimal(row.batch_min),
  dryMin: decimal(row.dry_min),
  holdsMin: decimalOrNull(row.holds_min),
  skill: row.skill,
  stationKind: row.station_kind,
  dust: row.dust === 1,
  demoulds: row.demoulds === 1,
  needs: row.needs,
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
  const pigments = (await db('recipe_layer_pigments')
    .where({ workspace_id: workspaceId })
    .whereIn(
      'layer_id',
      layers.map((layer) => layer.id),
    )
    .orderBy('id')) as PigmentColumns[]
  const steps = (await db('recipe_steps')
    .where({ workspace_id: workspaceId })
    .whereIn('recipe_id', ids)
    .orderBy('position')) as StepColumns[]
  const pigmentsOf = groupBy(pigments, (row) => row.layer_id)
  const layersOf = groupBy(layers, (row) => row.recipe_id)
  const stepsOf = groupBy(steps, (row) => row.recipe_id)
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    name: row.name,
    note: row.note ?? '',
    shape: shapeColumn.read(row.shape),
    others: othersColumn.read(row.others),
    footprintCm2: decimal(row.footprint_cm2),
    mouldId: row.mould_id,
    archived: row.archived === 1,
    layers: (layersOf.get(row.id) ?? []).map((layer) =>
      layerOf(layer, pigmentsOf.get(layer.id) ?? []),
    ),
    steps: (stepsOf.get(row.id) ?? []).map(stepOf),
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
  archived: fields.archived,
})

const layerColumns = (layer: Layer, position: number) => ({
  position,
  name: layer.name.trim(),
  resin_id: layer.resinId,
  fill: fillColumn.write(layer.fill),
  inclusions: inclusionsColumn.write(layer.inclusions),
  run_off_pct: layer.runOffPct,
  cups: layer.cups,
  stir_min: layer.stirMin,
  rest_min: layer.restMin,
  pour_min: layer.pourMin,
  heat_after_min: heatColumn.write(layer.heatAfterMin),
  recoat: layer.recoat,
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
  await db('recipe_layer_pigments')
    .where({ workspace_id: workspaceId })
    .whereIn('layer_id', [...kept])
    .delete()
  for (const [position, layer] of fields.layers.entries()) {
    let layerId = layer.id
    if (kept.has(layerId))
      await db('recipe_layers')
        .where({ ...owner, id: layerId })
        .update(layerColumns(layer, position))
    else
      layerId =
        (await db('recipe_layers').insert({ ...owner, ...layerColumns(layer, position) }))[0] ?? 0
    if (layer.pigments.length > 0) {
      await db('recipe_layer_pigments').insert(
        layer.pigments.map((one) => ({
          workspace_id: workspaceId,
          layer_id: layerId,
          pigment_id: one.pigmentId,
          load_pct: one.loadPct,
        })),
      )
    }
  }
  await db('recipe_steps').where(owner).delete()
  const steps = fields.steps.map((step, position) => ({
    ...owner,
    position,
    kind: step.kind,
    name: step.name.trim(),
    phase: step.phase,
    layer_index: step.layer,
    waits_for: step.waitsFor,
    at_min: atMinColumn.write(step.atMin),
    piece_min: step.pieceMin,
    batch_min: step.batchMin,
    dry_min: step.dryMin,
    holds_min: step.holdsMin,
    needs: step.needs.trim(),
    skill: step.skill,
    station_kind: step.stationKind,
    dust: step.dust,
    demoulds: step.demoulds,
  }))
  if (steps.length > 0) await db('recipe_steps').insert(steps)
}

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
