import type { Knex } from 'knex'
import { owned, pointsTo } from '../columns'

interface LayerRow {
  id: number
  workspace_id: number
  recipe_id: number
  position: number | null
  name: string
  cups: number
  stir_min: string
  rest_min: string
  pour_min: string
  heat_after_min: string
  recoat: string
}
interface StepRow {
  kind: string
  name: string
  phase: 'before' | 'curing' | 'after'
  layer_index: number
  waits_for: string | null
  at_min: string
  piece_min: string
  batch_min: string
  dry_min: string
  holds_min: string | null
  skill: string | null
  station_kind: string | null
  dust: number
  demoulds: number
  needs: string
}
interface Dose {
  pigmentId: number
  dose: { loadPct: number }
}
interface Entry {
  key: string
  kind: string
  name: string
  layer: string | null
  mix: { stirMin: number; secondCup: boolean } | null
  pour: { cup: string } | null
  pieceMin: number
  batchMin: number
  dryMin: number
  waitsFor: string | null
  within: { of: string; mostMin: number }[]
  at: number[]
  lateMin: number | null
  skill: string | null
  stationKind: string | null
  dust: boolean
  demoulds: boolean
  needs: string
}

const POURING = {
  within: [],
  at: [] as number[],
  lateMin: null,
  dryMin: 0,
  waitsFor: null,
  skill: 'pour',
  dust: false,
  demoulds: false,
  needs: '',
  mix: null,
  pour: null,
  pass: null,
  name: '',
  pieceMin: 0,
  batchMin: 0,
}

const cupsOf = (layer: LayerRow, pigments: Dose[]) => {
  const count = Math.max(1, layer.cups)
  return Array.from({ length: count }, (_, i) => ({
    key: `c${i + 1}`,
    name: count === 1 ? layer.name : `${layer.name.slice(0, 70)} ${i + 1}`,
    part: i === count - 1 ? { rest: true } : { pct: 100 / count },
    over: null,
    isMixingCup: i === count - 1,
    isOpen: false,
    pigments,
    fillers: [],
    from: [],
    stir: 'through',
    rest: null,
  }))
}

function workOf(layer: LayerRow, at: number): unknown[] {
  const key = `l${at + 1}`
  const cups = Math.max(1, layer.cups)
  const passes = JSON.parse(layer.heat_after_min) as number[]
  const pour = { how: 'flood', where: '', mark: null, share: null, drops: [], sinceStirMin: 0 }
  return [
    {
      ...POURING,
      key: `m${at + 1}`,
      kind: 'mix',
      layer: key,
      mix: { stirMin: Number(layer.stir_min), secondCup: false },
      stationKind: 'bench',
    },
    ...Array.from({ length: cups }, (_, i) => ({
      ...POURING,
      key: `p${at + 1}-${i + 1}`,
      kind: 'pour',
      layer: key,
      pour: { cup: `c${i + 1}`, ...pour },
      pieceMin: Number(layer.pour_min) / cups,
      within: [],
      stationKind: 'pour table',
    })),
    ...(passes.length > 0
      ? [
          {
            ...POURING,
            key: `h${at + 1}`,
            kind: 'pass',
            layer: key,
            pass: { tool: 'hot-air', setting: 'low' },
            at: passes,
            stationKind: null,
          },
        ]
      : []),
  ]
}

const entryOf = (step: StepRow, at: number) => ({
  key: `s${at}`,
  kind: step.kind,
  name: step.name,
  layer: step.phase === 'curing' ? `l${step.layer_index + 1}` : null,
  mix: null,
  pour: null,
  pass: null,
  pieceMin: Number(step.piece_min),
  batchMin: Number(step.batch_min),
  dryMin: Number(step.dry_min),
  waitsFor: step.waits_for,
  within: [] as Entry['within'],
  at: step.phase === 'curing' ? (JSON.parse(step.at_min) as number[]) : [],
  lateMin: step.phase === 'curing' && step.holds_min !== null ? Number(step.holds_min) : null,
  skill: step.skill,
  stationKind: step.station_kind,
  dust: step.dust === 1,
  demoulds: step.demoulds === 1,
  needs: step.needs,
})

/**
 * The work of a recipe in the order in which it is done: what stands before a layer, its mix and
 * pours, what is done while it cures, and at last what comes after all.
 */
function courseOf(layers: readonly LayerRow[], steps: readonly StepRow[]): unknown[] {
  const entries = steps.map((step, i) => ({ step, entry: entryOf(step, i) }))
  const of = (phase: StepRow['phase'], layer: number | null) =>
    entries
      .filter(({ step }) => step.phase === phase && (layer === null || step.layer_index === layer))
      .map(({ entry }) => entry)
  const course = [
    ...layers.flatMap((layer, i) => [
      ...of('before', i),
      ...(workOf(layer, i) as ReturnType<typeof entryOf>[]),
      ...of('curing', i),
    ]),
    ...of('after', null),
  ]
  for (const { step, entry } of entries) {
    if (step.phase === 'curing' || step.holds_min === null) continue
    const next = course
      .slice(course.indexOf(entry) + 1)
      .find(({ kind, at }) => kind !== 'mix' && at.length === 0)
    next?.within.push({ of: entry.key, mostMin: Number(step.holds_min) })
  }
  return course
}

/**
 * A layer is split into cups and poured from them in an order, and all work of a recipe stands in
 * one course. Layers of one colour in several cups become as many equal ones, the last of them the
 * one it is mixed in, so that no volume changes.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('recipes', (table) =>
    table.json('course').notNullable().defaultTo('[]'),
  )
  await knex.schema.alterTable('recipe_layers', (table) => {
    table.string('layer_key', 24).notNullable().defaultTo('l0')
    table.json('rest').notNullable().defaultTo('{"from":0,"to":1,"leastMin":0}')
    table.json('split').notNullable().defaultTo('[]')
    table.enum('joins', ['tack', 'sand', 'either', 'plain']).notNullable().defaultTo('either')
  })
  await knex.schema.createTable('recipe_pigments', (table) => {
    owned(table)
    pointsTo(table, 'recipe_id', 'recipes', 'CASCADE').notNullable()
    pointsTo(table, 'pigment_id', 'pigments').notNullable()
    table.unique(['recipe_id', 'pigment_id'])
  })
  for (const { id, workspace_id } of (await knex('recipes').select('id', 'workspace_id')) as {
    id: number
    workspace_id: number
  }[]) {
    const layers = (await knex('recipe_layers')
      .where({ recipe_id: id })
      .orderBy('position')) as LayerRow[]
    const used = new Set<number>()
    for (const layer of layers) {
      const pigments = (
        (await knex('recipe_layer_pigments').where({ layer_id: layer.id }).orderBy('id')) as {
          pigment_id: number
          load_pct: string
        }[]
      ).map((row): Dose => ({
        pigmentId: row.pigment_id,
        dose: { loadPct: Number(row.load_pct) },
      }))
      if (layer.position !== null) for (const { pigmentId } of pigments) used.add(pigmentId)
      await knex('recipe_layers')
        .where({ id: layer.id })
        .update({
          layer_key: `l${(layer.position ?? -1) + 1}`,
          rest: JSON.stringify({ from: 0, to: 1, leastMin: Number(layer.rest_min) }),
          split: JSON.stringify(cupsOf(layer, pigments)),
          joins: layer.recoat,
        })
    }
    const steps = (await knex('recipe_steps')
      .where({ recipe_id: id })
      .orderBy('position')) as StepRow[]
    const inPlace = layers.filter(({ position }) => position !== null)
    await knex('recipes')
      .where({ id })
      .update({ course: JSON.stringify(courseOf(inPlace, steps)) })
    if (used.size > 0)
      await knex('recipe_pigments').insert(
        [...used].map((pigmentId) => ({ workspace_id, recipe_id: id, pigment_id: pigmentId })),
      )
  }
  await knex.schema.dropTable('recipe_layer_pigments')
  await knex.schema.dropTable('recipe_steps')
  await knex.schema.alterTable('recipe_layers', (table) =>
    table.dropColumns('cups', 'stir_min', 'rest_min', 'pour_min', 'heat_after_min', 'recoat'),
  )
  await knex.raw('ALTER TABLE recipe_layers RENAME COLUMN split TO cups')
}

/** What a layer was before: its first pigments in so many cups; a course falls apart into steps. */
export async function down(knex: Knex): Promise<void> {
  await knex.raw('ALTER TABLE recipe_layers RENAME COLUMN cups TO split')
  await knex.schema.alterTable('recipe_layers', (table) => {
    table.smallint('cups').unsigned().notNullable().defaultTo(1)
    table.decimal('stir_min', 8, 3).notNullable().defaultTo(3)
    table.decimal('rest_min', 8, 3).notNullable().defaultTo(0)
    table.decimal('pour_min', 8, 3).notNullable().defaultTo(1)
    table.json('heat_after_min').notNullable().defaultTo('[]')
    table.enum('recoat', ['tack', 'sand', 'either']).notNullable().defaultTo('either')
  })
  await knex.schema.createTable('recipe_layer_pigments', (table) => {
    owned(table)
    pointsTo(table, 'layer_id', 'recipe_layers', 'CASCADE').notNullable()
    pointsTo(table, 'pigment_id', 'pigments').notNullable()
    table.decimal('load_pct', 6, 3).notNullable()
    table.unique(['layer_id', 'pigment_id'])
    table.check('load_pct > 0', [], 'recipe_layer_pigments_load')
  })
  await knex.schema.createTable('recipe_steps', (table) => {
    owned(table)
    pointsTo(table, 'recipe_id', 'recipes', 'CASCADE').notNullable()
    table.smallint('position').unsigned().notNullable()
    table.string('name', 80).notNullable()
    table.enum('phase', ['before', 'curing', 'after']).notNullable()
    table.string('waits_for', 40)
    table.string('skill', 40)
    table.string('station_kind', 40)
    table.boolean('dust').notNullable().defaultTo(false)
    table.boolean('demoulds').notNullable().defaultTo(false)
    table.string('kind', 24).notNullable().defaultTo('other')
    table.tinyint('layer_index').unsigned().notNullable().defaultTo(0)
    table.json('at_min').notNullable().defaultTo('[]')
    table.decimal('piece_min', 8, 3).notNullable().defaultTo(0)
    table.decimal('batch_min', 8, 3).notNullable().defaultTo(0)
    table.decimal('dry_min', 8, 3).notNullable().defaultTo(0)
    table.decimal('holds_min', 8, 3)
    table.string('needs', 200).notNullable().defaultTo('')
    table.unique(['recipe_id', 'position'])
  })
  for (const recipe of (await knex('recipes').select('id', 'workspace_id', 'course')) as {
    id: number
    workspace_id: number
    course: string
  }[])
    await takenApart(knex, recipe)
  await knex.schema.dropTable('recipe_pigments')
  await knex.schema.alterTable('recipe_layers', (table) =>
    table.dropColumns('layer_key', 'rest', 'split', 'joins'),
  )
  await knex.schema.alterTable('recipes', (table) => table.dropColumn('course'))
}

async function takenApart(
  knex: Knex,
  { id, workspace_id, course: text }: { id: number; workspace_id: number; course: string },
): Promise<void> {
  const course = JSON.parse(text) as Entry[]
  const layers = (await knex('recipe_layers').where({ recipe_id: id }).orderBy('position')) as {
    id: number
    layer_key: string
    split: string
    rest: string
    joins: string
    position: number | null
  }[]
  const inPlace = layers.filter(({ position }) => position !== null)
  for (const layer of layers) {
    const own = course.filter((entry) => entry.layer === layer.layer_key)
    const cups = JSON.parse(layer.split) as { pigments: { pigmentId: number; dose: object }[] }[]
    const pourMin = own
      .filter(({ kind }) => kind === 'pour')
      .reduce((sum, { pieceMin }) => sum + pieceMin, 0)
    await knex('recipe_layers')
      .where({ id: layer.id })
      .update({
        cups: cups.length,
        stir_min: own.find(({ mix }) => mix)?.mix?.stirMin ?? 3,
        rest_min: (JSON.parse(layer.rest) as { leastMin: number }).leastMin,
        pour_min: pourMin > 0 ? pourMin : 1,
        heat_after_min: JSON.stringify(
          own.filter(({ kind }) => kind === 'pass').flatMap(({ at }) => at),
        ),
        recoat: layer.joins === 'plain' ? 'sand' : layer.joins,
      })
    for (const { pigmentId, dose } of cups[0]?.pigments ?? [])
      await knex('recipe_layer_pigments').insert({
        workspace_id,
        layer_id: layer.id,
        pigment_id: pigmentId,
        load_pct: 'loadPct' in dose ? (dose as { loadPct: number }).loadPct : 1,
      })
  }
  const mixedAt = inPlace.map((layer) =>
    course.findIndex((entry) => entry.kind === 'mix' && entry.layer === layer.layer_key),
  )
  const steps = course.flatMap((entry, at) =>
    entry.kind === 'mix' || entry.kind === 'pour' || entry.kind === 'pass' ? [] : [{ entry, at }],
  )
  for (const [position, { entry, at }] of steps.entries()) {
    const next = mixedAt.findIndex((mix) => mix > at)
    const isVisit = entry.at.length > 0
    const holder = course.find(({ within }) => within.some(({ of }) => of === entry.key))
    await knex('recipe_steps').insert({
      workspace_id,
      recipe_id: id,
      position,
      kind: entry.kind,
      name: entry.name,
      phase: isVisit ? 'curing' : next < 0 ? 'after' : 'before',
      layer_index: isVisit
        ? Math.max(
            0,
            inPlace.findIndex(({ layer_key }) => layer_key === entry.layer),
          )
        : Math.max(0, next),
      waits_for: entry.waitsFor,
      at_min: JSON.stringify(entry.at),
      piece_min: entry.pieceMin,
      batch_min: entry.batchMin,
      dry_min: entry.dryMin,
      holds_min: isVisit
        ? entry.lateMin
        : (holder?.within.find(({ of }) => of === entry.key)?.mostMin ?? null),
      needs: entry.needs,
      skill: entry.skill,
      station_kind: entry.stationKind,
      dust: entry.dust,
      demoulds: entry.demoulds,
    })
  }
}
