import type { BoughtWare, BuyingTerms, PurchaseFields } from '../../shared/schemas/purchases'
import type { Purchase } from '../../shared/types/purchases'
import { decimal, decimalOrNull, groupBy, iso, isoOrNull, updateVersioned, type Db } from './rows'

interface WareColumns {
  resin_id: number | null
  pigment_id: number | null
  material_id: number | null
}
const wareOf = (row: WareColumns): BoughtWare =>
  row.resin_id !== null
    ? { of: 'resin', id: row.resin_id }
    : row.pigment_id !== null
      ? { of: 'pigment', id: row.pigment_id }
      : { of: 'material', id: row.material_id ?? 0 }
const columnsOfWare = ({ of, id }: BoughtWare) => ({
  resin_id: of === 'resin' ? id : null,
  pigment_id: of === 'pigment' ? id : null,
  material_id: of === 'material' ? id : null,
})

/** How wares are bought, where somebody said so. */
export async function listTerms(
  db: Db,
  workspaceId: number,
): Promise<(BuyingTerms & { ware: BoughtWare })[]> {
  const rows = (await db('buying_terms').where({ workspace_id: workspaceId })) as (WareColumns & {
    supplier: string
    least: string
    pack_size: string | null
    lead_days: number | null
  })[]
  return rows.map((row) => ({
    ware: wareOf(row),
    supplier: row.supplier,
    least: decimal(row.least),
    packSize: decimalOrNull(row.pack_size),
    leadDays: row.lead_days,
  }))
}

export async function saveTerms(
  db: Db,
  workspaceId: number,
  { ware, ...terms }: BuyingTerms & { ware: BoughtWare },
  now: Date,
): Promise<void> {
  const columns = {
    supplier: terms.supplier.trim(),
    least: terms.least,
    pack_size: terms.packSize,
    lead_days: terms.leadDays,
    updated_at: now,
  }
  await db('buying_terms')
    .insert({ workspace_id: workspaceId, ...columnsOfWare(ware), ...columns })
    .onConflict()
    .merge(columns)
}

interface PurchaseColumns {
  id: number
  version: number
  supplier: string
  ordered_at: Date
  person: string
  due_on: string
  note: string
  closed_at: Date | null
}
type LineColumns = WareColumns & {
  id: number
  purchase_id: number
  packs: number
  pack_size: string
  pack_price: string | null
  received: number | string | null
}

async function read(
  db: Db,
  workspaceId: number,
  narrow: (query: ReturnType<Db>) => void,
): Promise<Purchase[]> {
  const query = db('purchases')
    .join('people', 'people.id', 'purchases.ordered_by')
    .where('purchases.workspace_id', workspaceId)
    .orderBy('purchases.id', 'desc')
    .select(
      'purchases.*',
      'people.name as person',
      db.raw("DATE_FORMAT(purchases.due_on, '%Y-%m-%d') AS due_on"),
    )
  narrow(query)
  const rows = (await query) as PurchaseColumns[]
  const lines = groupBy(
    (await db('purchase_lines')
      .where('purchase_lines.workspace_id', workspaceId)
      .whereIn(
        'purchase_id',
        rows.map(({ id }) => id),
      )
      .orderBy('purchase_lines.id')
      .select(
        'purchase_lines.*',
        // Both bottles of a kit are one pack.
        db('stock_lots')
          .whereRaw('stock_lots.purchase_line_id = purchase_lines.id')
          .whereRaw("COALESCE(stock_lots.part, 'a') = 'a'")
          .count('*')
          .as('received'),
      )) as LineColumns[],
    (line) => line.purchase_id,
  )
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    supplier: row.supplier,
    orderedAt: iso(row.ordered_at),
    orderedBy: row.person,
    dueOn: row.due_on,
    note: row.note,
    closedAt: isoOrNull(row.closed_at),
    lines: (lines.get(row.id) ?? []).map((line) => ({
      id: line.id,
      ware: wareOf(line),
      packs: line.packs,
      packSize: decimal(line.pack_size),
      packPrice: line.pack_price,
      received: Number(line.received ?? 0),
    })),
  }))
}

/** What is ordered and not all here. */
export const listOpenPurchases = (db: Db, workspaceId: number): Promise<Purchase[]> =>
  read(db, workspaceId, (query) => void query.whereNull('purchases.closed_at'))

/** The newest purchases that are over. */
export const listClosedPurchases = (
  db: Db,
  workspaceId: number,
  most: number,
): Promise<Purchase[]> =>
  read(db, workspaceId, (query) => void query.whereNotNull('purchases.closed_at').limit(most))

export async function getPurchase(
  db: Db,
  workspaceId: number,
  id: number,
): Promise<Purchase | null> {
  const [purchase] = await read(db, workspaceId, (query) => void query.where('purchases.id', id))
  return purchase ?? null
}

/** Holds a purchase until the transaction ends, so that no pack of it is received twice at once. */
export const lockPurchase = (db: Db, workspaceId: number, id: number): Promise<unknown> =>
  db('purchases').where({ workspace_id: workspaceId, id }).forUpdate().select('id')

export async function insertPurchase(
  db: Db,
  workspaceId: number,
  { lines, ...fields }: PurchaseFields,
  { personId, now }: { personId: number; now: Date },
): Promise<number> {
  const [id = 0] = await db('purchases').insert({
    workspace_id: workspaceId,
    supplier: fields.supplier.trim(),
    due_on: fields.dueOn,
    note: fields.note.trim(),
    ordered_at: now,
    ordered_by: personId,
    updated_at: now,
  })
  await db('purchase_lines').insert(
    lines.map((line) => ({
      workspace_id: workspaceId,
      purchase_id: id,
      ...columnsOfWare(line.ware),
      packs: line.packs,
      pack_size: line.packSize,
      pack_price: line.packPrice,
    })),
  )
  return id
}

/** To which purchase a line belongs; null where there is none such. */
export async function purchaseOfLine(
  db: Db,
  workspaceId: number,
  lineId: number,
): Promise<number | null> {
  const row = (await db('purchase_lines')
    .where({ workspace_id: workspaceId, id: lineId })
    .first('purchase_id as id')) as { id: number } | undefined
  return row?.id ?? null
}

export const closePurchase = (
  db: Db,
  workspaceId: number,
  { id, version }: { id: number; version: number },
  now: Date,
): Promise<boolean> =>
  updateVersioned(db, 'purchases', { workspaceId, id, version }, { closed_at: now }, now)
