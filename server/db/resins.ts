import {
  MILESTONES,
  SOFT_MILESTONES,
  type Awaited,
  type CountsFrom,
  type Milestone,
} from '../../core/trade'
import type { ResinFields } from '../../shared/schemas/resins'
import type { ResinRow } from '../../shared/types/resins'
import type { HouseColumns, KeptTable } from './house/houseTable'
import { decimal, decimalOrNull, groupBy, isoOrNull, updateVersioned, type Db } from './rows'
import { originsColumnSchema, otherKitsColumnSchema } from '../../shared/schemas/resins'
import { jsonColumn } from './jsonColumn'
import { partsLeft, type PartsLeft } from './stock'
import { mixableMl } from '../../core/stock'

const otherKitsColumn = jsonColumn({ name: 'resins.other_kits', schema: otherKitsColumnSchema })
const originsColumn = jsonColumn({ name: 'resins.origins', schema: originsColumnSchema })

interface ResinColumns extends HouseColumns {
  name: string
  ratio_basis: 'volume' | 'mass'
  ratio_a: string
  ratio_b: string
  density_a: string | null
  density_b: string | null
  tolerance_pct: string
  pour_first: 'a' | 'b'
  reference_c: string
  activation_kj: string
  reference_pot_g: string
  mass_exponent: string
  max_mix_ml: string
  min_depth_mm: string
  max_depth_mm: string
  kit_ml: string
  kit_price: string
  counts_from: CountsFrom
  slower_pct: string | null
  varies_pct: string | null
  heat_c: string | null
  white_hold: number | null
  lead_days: number
  viscosity_a: string | null
  viscosity_b: string | null
  clarity: number | null
  yellowing: number | null
  smell: number | null
  other_kits: string
  origins: string
  note: string | null
}
interface MilestoneColumns {
  resin_id: number
  name: Awaited
  minutes: string
}

function resinOf(
  row: ResinColumns,
  milestones: readonly MilestoneColumns[],
  left: PartsLeft | undefined,
): ResinRow {
  const minutes = new Map(milestones.map((one) => [one.name, decimal(one.minutes)]))
  const mixing = {
    ratio: { basis: row.ratio_basis, a: decimal(row.ratio_a), b: decimal(row.ratio_b) },
    densityA: decimalOrNull(row.density_a) ?? undefined,
    densityB: decimalOrNull(row.density_b) ?? undefined,
  }
  return {
    id: row.id,
    version: row.version,
    archivedAt: isoOrNull(row.archived_at),
    name: row.name,
    ...mixing,
    tolerancePct: decimal(row.tolerance_pct),
    pourFirst: row.pour_first,
    referenceC: decimal(row.reference_c),
    activationKJ: decimal(row.activation_kj),
    referencePotG: decimal(row.reference_pot_g),
    massExponent: decimal(row.mass_exponent),
    maxMixMl: decimal(row.max_mix_ml),
    minDepthMm: decimal(row.min_depth_mm),
    maxDepthMm: decimal(row.max_depth_mm),
    kitMl: decimal(row.kit_ml),
    kitPrice: row.kit_price,
    countsFrom: row.counts_from,
    slowerPct: decimalOrNull(row.slower_pct) ?? undefined,
    variesPct: decimalOrNull(row.varies_pct) ?? undefined,
    heatC: decimalOrNull(row.heat_c) ?? undefined,
    whiteHold: row.white_hold ?? undefined,
    stockMl: left ? mixableMl(mixing, left) : 0,
    leadDays: row.lead_days,
    viscosityA: decimalOrNull(row.viscosity_a) ?? undefined,
    viscosityB: decimalOrNull(row.viscosity_b) ?? undefined,
    clarity: row.clarity ?? undefined,
    yellowing: row.yellowing ?? undefined,
    smell: row.smell ?? undefined,
    otherKits: otherKitsColumn.read(row.other_kits),
    origins: originsColumn.read(row.origins),
    note: row.note ?? '',
    milestones: {
      ...(Object.fromEntries(MILESTONES.map((name) => [name, minutes.get(name) ?? 0])) as Record<
        Milestone,
        number
      >),
      ...Object.fromEntries(
        SOFT_MILESTONES.flatMap((name) => {
          const known = minutes.get(name)
          return known === undefined ? [] : [[name, known] as const]
        }),
      ),
    },
  }
}

const columnsOf = (fields: ResinFields) => ({
  name: fields.name.trim(),
  ratio_basis: fields.ratio.basis,
  ratio_a: fields.ratio.a,
  ratio_b: fields.ratio.b,
  density_a: fields.densityA ?? null,
  density_b: fields.densityB ?? null,
  tolerance_pct: fields.tolerancePct,
  pour_first: fields.pourFirst,
  reference_c: fields.referenceC,
  activation_kj: fields.activationKJ,
  reference_pot_g: fields.referencePotG,
  mass_exponent: fields.massExponent,
  max_mix_ml: fields.maxMixMl,
  min_depth_mm: fields.minDepthMm,
  max_depth_mm: fields.maxDepthMm,
  kit_ml: fields.kitMl,
  kit_price: fields.kitPrice,
  counts_from: fields.countsFrom ?? 'stirred',
  slower_pct: fields.slowerPct ?? null,
  varies_pct: fields.variesPct ?? null,
  heat_c: fields.heatC ?? null,
  white_hold: fields.whiteHold ?? null,
  lead_days: fields.leadDays,
  viscosity_a: fields.viscosityA ?? null,
  viscosity_b: fields.viscosityB ?? null,
  clarity: fields.clarity ?? null,
  yellowing: fields.yellowing ?? null,
  smell: fields.smell ?? null,
  other_kits: otherKitsColumn.write(fields.otherKits),
  origins: originsColumn.write(fields.origins),
  note: fields.note,
})

export async function listResins(db: Db, workspaceId: number): Promise<ResinRow[]> {
  const rows = (await db('resins')
    .where({ workspace_id: workspaceId })
    .orderBy('name')) as ResinColumns[]
  const milestones = groupBy(
    (await db('resin_milestones').where({ workspace_id: workspaceId })) as MilestoneColumns[],
    (row) => row.resin_id,
  )
  const left = await partsLeft(db, workspaceId)
  return rows.map((row) => resinOf(row, milestones.get(row.id) ?? [], left.get(row.id)))
}

export async function getResin(db: Db, workspaceId: number, id: number): Promise<ResinRow | null> {
  const row = (await db('resins').where({ workspace_id: workspaceId, id }).first()) as
    ResinColumns | undefined
  if (!row) return null
  return resinOf(
    row,
    (await db('resin_milestones').where({
      workspace_id: workspaceId,
      resin_id: id,
    })) as MilestoneColumns[],
    (await partsLeft(db, workspaceId, id)).get(id),
  )
}

async function writeMilestones(
  db: Db,
  workspaceId: number,
  resinId: number,
  fields: ResinFields,
): Promise<void> {
  await db('resin_milestones').where({ workspace_id: workspaceId, resin_id: resinId }).delete()
  await db('resin_milestones').insert(
    [...MILESTONES, ...SOFT_MILESTONES].flatMap((name) => {
      const minutes = fields.milestones[name]
      return minutes === undefined
        ? []
        : [{ workspace_id: workspaceId, resin_id: resinId, name, minutes }]
    }),
  )
}

export async function insertResin(
  db: Db,
  workspaceId: number,
  fields: ResinFields,
  now: Date,
): Promise<number> {
  const [id = 0] = await db('resins').insert({
    workspace_id: workspaceId,
    ...columnsOf(fields),
    updated_at: now,
  })
  await writeMilestones(db, workspaceId, id, fields)
  return id
}

export async function updateResin(
  db: Db,
  workspaceId: number,
  id: number,
  fields: ResinFields & { version: number },
  now: Date,
): Promise<boolean> {
  const saved = await updateVersioned(
    db,
    'resins',
    { workspaceId, id, version: fields.version },
    columnsOf(fields),
    now,
  )
  if (saved) await writeMilestones(db, workspaceId, id, fields)
  return saved
}

/** Resins as rows that can be put away. */
export const resinTable: KeptTable = {
  get: getResin,
  setArchived: (db, workspaceId, { id, version, archived }, now) =>
    updateVersioned(
      db,
      'resins',
      { workspaceId, id, version },
      { archived_at: archived ? now : null },
      now,
    ),
  async remove(db, workspaceId, id) {
    await db('resins').where({ workspace_id: workspaceId, id }).delete()
  },
}
