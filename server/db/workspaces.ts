import type { NewWorkshopFields, RulesFields } from '../../shared/schemas/house'
import { decimal, type Db } from './rows'

/** What a workshop's prices begin with, until its own are known: nothing. */
const NO_WAGE = '0.00'

export async function hasWorkspace(db: Db): Promise<boolean> {
  const row: unknown = await db('workspaces').first('id')
  return row !== undefined
}

/** Whether a workshop is made up, to look around in. */
export async function isMadeUp(db: Db, workspaceId: number): Promise<boolean> {
  const row = (await db('workspaces').where({ id: workspaceId }).first('is_made_up')) as
    { is_made_up: number } | undefined
  return row?.is_made_up === 1
}

/** A workshop that is made up, and not ready yet. */
export async function markMadeUp(db: Db, workspaceId: number): Promise<void> {
  await db('workspaces').where({ id: workspaceId }).update({ is_made_up: true, furnished_pct: 0 })
}

/**
 * Says how much of a workshop is there; at 100 it is ready.
 * @returns false where it was thrown away
 */
export const setFurnished = async (db: Db, workspaceId: number, pct: number): Promise<boolean> =>
  (await db('workspaces').where({ id: workspaceId }).update({ furnished_pct: pct })) > 0

/** @throws the database's refusal where another was the first meanwhile */
export async function addWorkspace(
  db: Db,
  workspace: NewWorkshopFields['workshop'] & { isFirst: boolean },
  now: Date,
): Promise<number> {
  const [id = 0] = await db('workspaces').insert({
    name: workspace.name.trim(),
    time_zone: workspace.timeZone,
    currency: workspace.currency,
    date_style: workspace.dateStyle,
    decimal_mark: workspace.decimalMark,
    labour_rate: NO_WAGE,
    is_first: workspace.isFirst ? true : null,
    updated_at: now,
  })
  await db('workspace_turns').insert({ workspace_id: id })
  return id
}

const COLUMNS = {
  perCupMl: 'per_cup_ml',
  reservePct: 'reserve_pct',
  cureMarginPct: 'cure_margin_pct',
  yieldPct: 'yield_pct',
  spareSurePct: 'spare_sure_pct',
  overheadPct: 'overhead_pct',
  feePct: 'fee_pct',
  taxPct: 'tax_pct',
  marginPct: 'margin_pct',
  measureMin: 'measure_min',
  heatPassMin: 'heat_pass_min',
  pigmentCapPct: 'pigment_cap_pct',
} as const
const TEXTS = {
  name: 'name',
  timeZone: 'time_zone',
  currency: 'currency',
  labourRate: 'labour_rate',
  packaging: 'packaging',
  feeFixed: 'fee_fixed',
  guestAreaRate: 'guest_area_rate',
  guestBoxRate: 'guest_box_rate',
  guestHelpRate: 'guest_help_rate',
  dateStyle: 'date_style',
  decimalMark: 'decimal_mark',
  cardPaper: 'card_paper',
  labelPaper: 'label_paper',
  planFollows: 'plan_follows',
} as const
const namedBy = <T extends object>(columns: T) => Object.entries(columns) as [keyof T, string][]

/** The workshop's own rules, as they are edited. */
export async function getRules(db: Db, workspaceId: number): Promise<RulesFields> {
  const row = (await db('workspaces').where({ id: workspaceId }).first()) as
    Record<string, string> | undefined
  if (!row) throw new Error(`workspace ${workspaceId} is gone`)
  const texts = Object.fromEntries(
    namedBy(TEXTS).map(([field, column]) => [field, row[column] ?? '']),
  ) as Pick<RulesFields, keyof typeof TEXTS>
  const numbers = Object.fromEntries(
    namedBy(COLUMNS).map(([field, column]) => [field, decimal(row[column] ?? '')]),
  ) as { [K in keyof typeof COLUMNS]: number }
  return { ...texts, ...numbers, version: Number(row.version) }
}

/** @returns false where somebody saved in between */
export async function updateRules(
  db: Db,
  workspaceId: number,
  fields: RulesFields,
  now: Date,
): Promise<boolean> {
  const { version, ...rules } = fields
  const changed = await db('workspaces')
    .where({ id: workspaceId, version })
    .update({
      ...Object.fromEntries(
        namedBy({ ...TEXTS, ...COLUMNS }).map(([field, column]) => [column, rules[field]]),
      ),
      version: version + 1,
      updated_at: now,
    })
  return changed === 1
}
