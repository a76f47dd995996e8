import type { Mould, SizedHow } from '../../core/trade'
import type { MouldRow } from '../../shared/types/moulds'
import { shapeSchema } from '../../shared/schemas/compute/size'
import { jsonColumn } from './jsonColumn'
import { decimal, updateVersioned, type Db } from './rows'

const shapeColumn = jsonColumn({ name: 'moulds.shape', schema: shapeSchema })

interface MouldColumns {
  id: number
  version: number
  name: string
  count: number
  price: string
  life_uses: number
  shape: string | null
  sized_how: SizedHow | null
  sized_from: string | null
  filler_least_mm: string | null
  filler_greatest_mm: string | null
}
export type MouldFields = Omit<Mould, 'id'>

const mouldOf = (row: MouldColumns): MouldRow => ({
  id: row.id,
  version: row.version,
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
})

export async function listMoulds(db: Db, workspaceId: number): Promise<MouldRow[]> {
  return (
    (await db('moulds').where({ workspace_id: workspaceId }).orderBy('name')) as MouldColumns[]
  ).map(mouldOf)
}

export async function getMould(db: Db, workspaceId: number, id: number): Promise<MouldRow | null> {
  const row = (await db('moulds').where({ workspace_id: workspaceId, id }).first()) as
    MouldColumns | undefined
  return row ? mouldOf(row) : null
}

export async function insertMould(
  db: Db,
  workspaceId: number,
  fields: MouldFields,
  now: Date,
): Promise<number> {
  const [id = 0] = await db('moulds').insert({
    workspace_id: workspaceId,
    ...columnsOf(fields),
    updated_at: now,
  })
  return id
}

export const updateMould = (
  db: Db,
  workspaceId: number,
  id: number,
  fields: MouldFields & { version: number },
  now: Date,
): Promise<boolean> =>
  updateVersioned(
    db,
    'moulds',
    { workspaceId, id, version: fields.version },
    columnsOf(fields),
    now,
  )
