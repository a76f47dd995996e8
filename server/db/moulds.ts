import type { Mould, SizedHow } from '../../core/trade'
import type { MouldRow } from '../../shared/types/moulds'
import { shapeSchema } from '../../shared/schemas/compute/size'
import { jsonColumn } from './jsonColumn'
import { houseTable, type HouseColumns, type HouseRow } from './house/houseTable'
import { decimal, type Db } from './rows'

const shapeColumn = jsonColumn({ name: 'moulds.shape', schema: shapeSchema })

interface MouldColumns extends HouseColumns {
  name: string
  count: number
  price: string
  life_uses: number
  shape: string | null
  sized_how: SizedHow | null
  sized_from: string | null
  filler_least_mm: string | null
  filler_greatest_mm: string | null
  outer_width_mm: string | null
  outer_depth_mm: string | null
  outer_height_mm: string | null
  out_of_use: number
  out_why: string
  used_before: number
}
export type MouldFields = Omit<Mould, 'id'>

const fieldsOf = (row: MouldColumns): MouldFields => ({
  name: row.name,
  count: row.count,
  price: row.price,
  lifeUses: row.life_uses,
  shape: row.shape === null ? null : shapeColumn.read(row.shape),
  sizedHow: row.sized_how,
  sizedFrom: row.sized_from ?? '',
  filler:
    row.filler_least_mm === null || row.filler_greatest_mm === null
      ? null
      : { leastMm: decimal(row.filler_least_mm), greatestMm: decimal(row.filler_greatest_mm) },
  outer:
    row.outer_width_mm === null || row.outer_depth_mm === null || row.outer_height_mm === null
      ? null
      : {
          widthMm: decimal(row.outer_width_mm),
          depthMm: decimal(row.outer_depth_mm),
          heightMm: decimal(row.outer_height_mm),
        },
  outOfUse: row.out_of_use,
  outWhy: row.out_why,
  usedBefore: row.used_before,
})

const columnsOf = (fields: MouldFields) => ({
  name: fields.name.trim(),
  count: fields.count,
  price: fields.price,
  life_uses: fields.lifeUses,
  shape: fields.shape === null ? null : shapeColumn.write(fields.shape),
  sized_how: fields.shape === null ? null : fields.sizedHow,
  sized_from: fields.sizedFrom || null,
  filler_least_mm: fields.filler?.leastMm ?? null,
  filler_greatest_mm: fields.filler?.greatestMm ?? null,
  outer_width_mm: fields.outer?.widthMm ?? null,
  outer_depth_mm: fields.outer?.depthMm ?? null,
  outer_height_mm: fields.outer?.heightMm ?? null,
  out_of_use: fields.outOfUse,
  out_why: fields.outOfUse > 0 ? fields.outWhy.trim() : '',
  used_before: fields.usedBefore,
})

const table = houseTable<MouldFields, MouldColumns>({ table: 'moulds', fieldsOf, columnsOf })

/** Castings by mould since the workshop keeps count: every piece takes its recipe's mould once. */
async function usesByMould(db: Db, workspaceId: number): Promise<ReadonlyMap<number, number>> {
  const rows = (await db('pieces')
    .join('order_lines', 'order_lines.id', 'pieces.order_line_id')
    .join('recipes', 'recipes.id', 'order_lines.recipe_id')
    .where('pieces.workspace_id', workspaceId)
    .whereNotNull('recipes.mould_id')
    .groupBy('recipes.mould_id')
    .select('recipes.mould_id as mouldId')
    .count({ uses: '*' })) as { mouldId: number; uses: number }[]
  return new Map(rows.map(({ mouldId, uses }) => [mouldId, Number(uses)]))
}

const withUses = (uses: ReadonlyMap<number, number>) => (row: HouseRow<MouldFields>) => ({
  ...row,
  uses: row.usedBefore + (uses.get(row.id) ?? 0),
})

export async function listMoulds(db: Db, workspaceId: number): Promise<MouldRow[]> {
  const [rows, uses] = await Promise.all([
    table.list(db, workspaceId),
    usesByMould(db, workspaceId),
  ])
  return rows.map(withUses(uses))
}

async function getMould(db: Db, workspaceId: number, id: number): Promise<MouldRow | null> {
  const row = await table.get(db, workspaceId, id)
  return row && withUses(await usesByMould(db, workspaceId))(row)
}

/** Moulds as rows of the house; read with how often they were used. */
export const mouldTable = { ...table, list: listMoulds, get: getMould }
