import type { KeptKind } from '../../../shared/schemas/house'
import { OPEN_STATES } from '../../../shared/schemas/orders'
import type { Db } from '../rows'

/** Where a row is in use, by what is to be told of it: what it is, and its name. */
export interface Use {
  what: 'station' | 'place' | 'piece' | 'recipe' | 'order' | 'plan' | 'run'
  name: string
}

type Query = (db: Db, workspaceId: number, id: number) => Promise<Use[]>
const MOST_NAMED = 5

const named =
  (
    what: Use['what'],
    ask: (db: Db, workspaceId: number, id: number) => Promise<{ name: string }[]>,
  ): Query =>
  async (db, workspaceId, id) =>
    (await ask(db, workspaceId, id)).map(({ name }) => ({ what, name }))

const inRoom = (table: 'stations' | 'places') => (db: Db, workspaceId: number, roomId: number) =>
  db(table)
    .where({ workspace_id: workspaceId, room_id: roomId })
    .whereNull('archived_at')
    .limit(MOST_NAMED)
    .select('name') as Promise<{ name: string }[]>

/** By kind: what keeps a row from being put away, since work goes on with it. */
const USES: Record<KeptKind, Query[]> = {
  people: [],
  rooms: [named('station', inRoom('stations')), named('place', inRoom('places'))],
  stations: [],
  holidays: [],
  places: [
    named(
      'piece',
      (db, workspaceId, id) =>
        db('pieces')
          .where({ workspace_id: workspaceId, place_id: id })
          .limit(MOST_NAMED)
          .select(db.raw("CONCAT('', number) AS name")) as unknown as Promise<{ name: string }[]>,
    ),
  ],
  materials: [
    named(
      'recipe',
      (db, workspaceId, id) =>
        db('recipe_materials')
          .join('recipes', 'recipes.id', 'recipe_materials.recipe_id')
          .where({
            'recipe_materials.workspace_id': workspaceId,
            'recipe_materials.material_id': id,
          })
          .where('recipes.archived', false)
          .distinct('recipes.name as name')
          .limit(MOST_NAMED) as Promise<{ name: string }[]>,
    ),
  ],
  customers: [
    named(
      'order',
      (db, workspaceId, id) =>
        db('orders')
          .where({ workspace_id: workspaceId, customer_id: id })
          .whereIn('state', [...OPEN_STATES])
          .limit(MOST_NAMED)
          .select('title as name') as Promise<{ name: string }[]>,
    ),
  ],
  moulds: [
    named(
      'recipe',
      (db, workspaceId, id) =>
        db('recipes')
          .where({ workspace_id: workspaceId, mould_id: id, archived: false })
          .limit(MOST_NAMED)
          .select('name') as Promise<{ name: string }[]>,
    ),
    named(
      'recipe',
      (db, workspaceId, id) =>
        db('recipe_forms')
          .join('recipes', 'recipes.id', 'recipe_forms.recipe_id')
          .where({ 'recipe_forms.workspace_id': workspaceId, 'recipe_forms.mould_id': id })
          .where('recipes.archived', false)
          .distinct('recipes.name as name')
          .limit(MOST_NAMED) as Promise<{ name: string }[]>,
    ),
  ],
  resins: [
    named(
      'recipe',
      (db, workspaceId, id) =>
        db('recipe_layers')
          .join('recipes', 'recipes.id', 'recipe_layers.recipe_id')
          .where({ 'recipe_layers.workspace_id': workspaceId, 'recipe_layers.resin_id': id })
          .where('recipes.archived', false)
          .distinct('recipes.name as name')
          .limit(MOST_NAMED) as Promise<{ name: string }[]>,
    ),
  ],
  pigments: [
    named(
      'recipe',
      (db, workspaceId, id) =>
        db('recipe_pigments')
          .join('recipes', 'recipes.id', 'recipe_pigments.recipe_id')
          .where({
            'recipe_pigments.workspace_id': workspaceId,
            'recipe_pigments.pigment_id': id,
          })
          .where('recipes.archived', false)
          .distinct('recipes.name as name')
          .limit(MOST_NAMED) as Promise<{ name: string }[]>,
    ),
  ],
}

/** Where a row is in use now; a few of each kind. */
export async function usesOf(
  db: Db,
  workspaceId: number,
  kind: KeptKind,
  id: number,
): Promise<Use[]> {
  const found: Use[] = []
  for (const query of USES[kind]) found.push(...(await query(db, workspaceId, id)))
  return found
}
