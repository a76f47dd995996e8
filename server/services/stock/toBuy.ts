import { Decimal } from 'decimal.js'
import { potOf, usesOfPot } from '../../../core/pot'
import { toBuy, type Asked } from '../../../core/stock'
import { isOver } from '../../../core/run'
import type { BoughtWare, BuyingTerms } from '../../../shared/schemas/purchases'
import type { PlanView } from '../../../shared/types/plan'
import type { BuyRow } from '../../../shared/types/purchases'
import { database } from '../../db/database'
import { HOUSE_TABLES } from '../../db/house'
import { listLines } from '../../db/orders'
import { listOpenPurchases, listTerms, saveTerms } from '../../db/purchases'
import type { Db } from '../../db/rows'
import { listResins } from '../../db/resins'
import { listLots } from '../../db/stock'
import { tell } from '../../events/tell'
import { newestPlan } from '../planning/newestPlan'
import { openPots } from '../pots/pots'
import { readShelf } from '../pots/shelf'
import { may } from '../rights'
import { inTransaction } from '../transactions'
import type { Who } from '../Who'
import { expectedAt } from './orderedResin'

const keyOf = ({ of, id }: BoughtWare) => `${of} ${id}`
const NO_TERMS: BuyingTerms = { supplier: '', least: 0, packSize: null, leadDays: null }
/** What a pigment is bought in, and how long it takes, where nobody has said. */
const PIGMENT_PACK_G = 100
const PIGMENT_LEAD_DAYS = 5

/** Every ware of the stores with what is planned, there, coming and to be bought of it. */
export async function listToBuy(who: Who, now: Date): Promise<BuyRow[]> {
  const db = database()
  const [wares, asked, lots, purchases, terms] = await Promise.all([
    listWares(db, who),
    listAsked(db, who),
    listLots(db, who.workspaceId),
    listOpenPurchases(db, who.workspaceId),
    listTerms(db, who.workspaceId),
  ])
  const termsOf = new Map(terms.map(({ ware, ...own }) => [keyOf(ware), own]))
  const leftOf = (ware: BoughtWare) =>
    lots.reduce((sum, lot) => sum + (keyOf(lot.ware) === keyOf(ware) ? lot.left : 0), 0)
  const coming = purchases.flatMap(({ dueOn, lines }) =>
    lines.map((line) => ({
      key: keyOf(line.ware),
      amount: Math.max(0, line.packs - line.received) * line.packSize,
      at: expectedAt(dueOn, now).getTime(),
    })),
  )
  return wares.map(({ ware, name, unit, stockMl, packs: known, leadDays, supplier }) => {
    const own = termsOf.get(keyOf(ware)) ?? { ...NO_TERMS, supplier }
    const lead = own.leadDays ?? leadDays
    const packs = known(own).map((pack) => ({ ...pack, leadDays: pack.leadDays ?? lead }))
    const left = stockMl ?? leftOf(ware)
    const mine = coming.filter(({ key }) => key === keyOf(ware))
    const needed = asked.get(keyOf(ware)) ?? []
    const { shortAt, orderBy, ...proposal } = toBuy({
      asked: needed,
      left,
      coming: mine,
      least: own.least,
      packs,
    })
    const sum = (all: readonly { amount: number }[]) => all.reduce((x, { amount }) => x + amount, 0)
    const isPriced = may(who, 'see prices')
    return {
      ware,
      name,
      unit,
      terms: own,
      leadDays: lead,
      packs: packs.map((pack) => ({ ...pack, price: isPriced ? pack.price : null })),
      left,
      asked: sum(needed),
      coming: sum(mine),
      proposal: {
        ...proposal,
        shortAt: isoOf(shortAt),
        orderBy: isoOf(orderBy),
      },
    }
  })
}

const isoOf = (ms: number | null) =>
  ms === null || !Number.isFinite(ms) ? null : new Date(ms).toISOString()

/** A ware as its list of the house tells it. */
interface ListedWare {
  ware: BoughtWare
  name: string
  unit: string
  /** Of a resin what can be mixed; of others the bottles say. */
  stockMl: number | null
  leadDays: number
  supplier: string
  packs: (terms: BuyingTerms) => { size: number; price: string | null; leadDays: number | null }[]
}

async function listWares(db: Db, { workspaceId }: Who): Promise<ListedWare[]> {
  const [resins, pigments, materials] = await Promise.all([
    listResins(db, workspaceId),
    HOUSE_TABLES.pigments.list(db, workspaceId),
    HOUSE_TABLES.materials.list(db, workspaceId),
  ])
  const inUse = <T extends { archivedAt: string | null }>(rows: readonly T[]) =>
    rows.filter(({ archivedAt }) => archivedAt === null)
  return [
    ...inUse(resins).map(
      ({ id, name, stockMl, kitMl, kitPrice, leadDays, otherKits }): ListedWare => ({
        ware: { of: 'resin', id },
        name,
        unit: 'ml',
        stockMl,
        leadDays,
        supplier: '',
        packs: () => [
          { size: kitMl, price: kitPrice, leadDays: null },
          ...otherKits.map(({ ml, price, leadDays: own }) => ({ size: ml, price, leadDays: own })),
        ],
      }),
    ),
    ...inUse(pigments).map(({ id, name, pricePerG }): ListedWare => ({
      ware: { of: 'pigment', id },
      name,
      unit: 'g',
      stockMl: null,
      leadDays: PIGMENT_LEAD_DAYS,
      supplier: '',
      packs: ({ packSize }) => {
        const size = packSize ?? PIGMENT_PACK_G
        return [{ size, price: new Decimal(pricePerG).times(size).toFixed(2), leadDays: null }]
      },
    })),
    ...inUse(materials).map(
      ({ id, name, unit, packSize, packPrice, leadDays, supplier }): ListedWare => ({
        ware: { of: 'material', id },
        name,
        unit,
        stockMl: null,
        leadDays,
        supplier,
        packs: () => [{ size: packSize, price: packPrice, leadDays: null }],
      }),
    ),
  ]
}

/** What planned work asks of each ware, and when. */
async function listAsked(db: Db, who: Who): Promise<Map<string, Asked[]>> {
  const plan = await newestPlan(db, who.workspaceId)
  const pots = (await openPots(who)).filter(({ state }) => state === 'planned')
  const lineIds = pots.flatMap(({ portions }) => portions.map(({ lineId }) => lineId))
  const tasks = (plan?.tasks ?? []).filter(({ does, told }) => does && !(told && isOver(told)))
  const lines = await listLines(db, who.workspaceId, [
    ...new Set([...lineIds, ...tasks.flatMap(({ orderLineId }) => orderLineId ?? [])]),
  ])
  const shelf = await readShelf(db, who.workspaceId, lines)
  const materials = new Map(
    (await HOUSE_TABLES.materials.list(db, who.workspaceId)).map((one) => [one.id, one]),
  )
  const lineOf = new Map(lines.map((line) => [line.id, line]))
  const recipeOf = (lineId: number | null) => {
    const line = lineOf.get(lineId ?? 0)
    return line && shelf.recipeOf(line)
  }
  const startOf = startsOfPots(plan)
  const asked = new Map<string, Asked[]>()
  const add = (ware: BoughtWare, amount: number, at: number | null) =>
    asked.set(keyOf(ware), [...(asked.get(keyOf(ware)) ?? []), { amount, at }])
  for (const pot of pots) {
    const at = startOf.get(pot.id) ?? null
    add({ of: 'resin', id: pot.resinId }, pot.needMl, at)
    const resin = shelf.resins.get(pot.resinId)
    if (!resin || pot.portions.length === 0) continue
    const figures = potOf(pot.portions, { ...shelf, resin })
    const uses = usesOfPot(pot.portions, figures, {
      pigments: shelf.pigments,
      materials,
      recipeOf: ({ lineId }) => recipeOf(lineId),
    })
    for (const { of, id, amount } of uses) add({ of, id }, amount, at)
  }
  for (const { does, orderLineId, startAt } of tasks) {
    const entry = recipeOf(orderLineId)?.course.find(({ key }) => key === does?.what)
    const quantity = lineOf.get(orderLineId ?? 0)?.quantity ?? 1
    for (const { materialId, amount, per } of entry?.uses ?? [])
      add(
        { of: 'material', id: materialId },
        (amount * (does?.pieces ?? 0)) / (per === 'piece' ? 1 : quantity),
        Date.parse(startAt),
      )
  }
  return asked
}

const startsOfPots = (plan: PlanView | null): ReadonlyMap<number, number> =>
  new Map(
    (plan?.tasks ?? []).flatMap(({ kind, potId, startAt }) =>
      kind === 'mix' && potId !== null ? [[potId, Date.parse(startAt)] as const] : [],
    ),
  )

/** How a ware is bought. */
export const changeTerms = (
  who: Who,
  terms: BuyingTerms & { ware: BoughtWare },
  now: Date,
): Promise<BuyRow[]> =>
  inTransaction(async (trx) => {
    await saveTerms(trx, who.workspaceId, terms, now)
    tell(trx, who.workspaceId, {
      subject: 'purchase',
      kind: 'terms',
      id: null,
      by: who.personId,
      at: now,
    })
  }).then(() => listToBuy(who, now))
