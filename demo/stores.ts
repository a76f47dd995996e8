import { mix } from '../core/mix'
import { wareKey, type Ware } from '../core/stock'
import { database } from '../server/db/database'
import { HOUSE_TABLES } from '../server/db/house'
import { saveTerms } from '../server/db/purchases'
import { listResins } from '../server/db/resins'
import { listLots } from '../server/db/stock'
import { addLots } from '../server/services/stock/lots'
import { placePurchase } from '../server/services/stock/purchases'
import { tellMovements } from '../server/services/stock/movements'
import { inTransaction } from '../server/services/transactions'
import type { Who } from '../server/services/Who'
import type { NewLot, ToldMovement } from '../shared/schemas/stock'
import type { LotRow } from '../shared/types/stock'
import type { Chance } from './history'
import { RESINS } from './resins'

const DAY_MS = 86_400_000
const isoDay = (at: Date) => at.toISOString().slice(0, 10)

/** A ware of the yard: what a pack of it is, and where it comes from. */
interface Pack {
  ware: Ware
  code: string
  size: number
  price: string
  supplier: string
  stands: string
  keepsDays: number | null
  /** Bought again once so little of a pack is left. */
  leastShare: number
}

const SUPPLIERS = {
  resin: 'Hollin Resin Works',
  pigment: 'Kiln Lane Pigments',
  material: 'Tarn Street Supplies',
}
/** How long both parts keep once they are open, days. */
const KEEPS_DAYS = { a: 540, b: 365 }
const PIGMENT_PACK_G = 100

/** The letters of a name's words. */
const initials = (name: string) =>
  name
    .split(/[^\p{L}]+/u)
    .map((word) => word.charAt(0).toUpperCase())
    .join('')

/** What the yard buys, and how much of it at a time. */
async function packsOf(workspaceId: number): Promise<Pack[]> {
  const db = database()
  const [resins, pigments, materials] = await Promise.all([
    listResins(db, workspaceId),
    HOUSE_TABLES.pigments.list(db, workspaceId),
    HOUSE_TABLES.materials.list(db, workspaceId),
  ])
  return [
    ...resins.flatMap((resin) => {
      const kit = mix({ resin, need: { volumeMl: resin.kitMl }, measure: { kind: 'exact' } })
      return (['a', 'b'] as const).map((part): Pack => {
        const amount = kit.ok ? kit.value.exact[part] : { massG: null, volumeMl: 0 }
        return {
          ware: { of: 'resin', id: resin.id, part },
          code: `${initials(resin.name)}-${part.toUpperCase()}`,
          size: Math.round(amount.massG ?? amount.volumeMl ?? 0),
          // Half of the kit each: nobody sells one part alone.
          price: (Number(resin.kitPrice) / 2).toFixed(2),
          supplier: SUPPLIERS.resin,
          stands: part === 'a' ? 'resin cabinet, upper shelf' : 'resin cabinet, lower shelf',
          keepsDays: KEEPS_DAYS[part],
          leastShare: 0.3,
        }
      })
    }),
    ...pigments.map((pigment): Pack => ({
      ware: { of: 'pigment', id: pigment.id },
      code: `P-${initials(pigment.name)}`,
      size: PIGMENT_PACK_G,
      price: (Number(pigment.pricePerG) * PIGMENT_PACK_G).toFixed(2),
      supplier: SUPPLIERS.pigment,
      stands: 'pigment drawer',
      keepsDays: null,
      leastShare: 0.2,
    })),
    ...materials.map((material): Pack => ({
      ware: { of: 'material', id: material.id },
      code: `M-${initials(material.name)}`,
      size: material.packSize * (material.packSize < 5 ? 6 : 1),
      price: (Number(material.packPrice) * (material.packSize < 5 ? 6 : 1)).toFixed(2),
      supplier: SUPPLIERS.material,
      stands: 'shelf by the door',
      keepsDays: null,
      leastShare: 0.2,
    })),
  ]
}

/** Buys a pack of whatever runs low, as it is at that time. */
export async function buyWhatRunsLow(manager: Who, at: Date): Promise<void> {
  const [packs, all] = await Promise.all([
    packsOf(manager.workspaceId),
    listLots(database(), manager.workspaceId, { empty: true }),
  ])
  const byWare = new Map<string, LotRow[]>()
  for (const lot of all)
    byWare.set(wareKey(lot.ware), [...(byWare.get(wareKey(lot.ware)) ?? []), lot])
  const codes = new Map<string, number>()
  for (const { code } of all) {
    const base = code.replace(/-\d+$/, '')
    codes.set(base, (codes.get(base) ?? 0) + 1)
  }
  const lots = packs.flatMap((pack): NewLot[] => {
    const own = byWare.get(wareKey(pack.ware)) ?? []
    const left = own.reduce((sum, lot) => sum + lot.left, 0)
    if (own.length > 0 && left >= pack.leastShare * pack.size) return []
    const { leastShare: _least, code, ...fields } = pack
    const number = (codes.get(code) ?? 0) + 1
    codes.set(code, number)
    return [
      {
        ...fields,
        code: `${code}-${String(number).padStart(2, '0')}`,
        boughtOn: isoDay(at),
        useBy: pack.ware.of === 'resin' ? isoDay(new Date(at.getTime() + 700 * DAY_MS)) : null,
      },
    ]
  })
  await inTransaction((trx) => addLots(trx, manager, lots, at))
}

/** So much of a pack is always to be there, in packs. */
const LEAST_PACKS = { resin: 0.15, pigment: 0.3, material: 0.25 }
const WHITE = 'Chalk white paste'

/** From whom the yard buys, and what it ordered last week that should have come yesterday. */
export async function orderForTheYard(manager: Who, now: Date): Promise<void> {
  const { workspaceId } = manager
  const db = database()
  const seen = new Set<string>()
  for (const { ware, size } of await packsOf(workspaceId)) {
    const bought = { of: ware.of, id: ware.id }
    if (seen.has(`${ware.of} ${ware.id}`)) continue
    seen.add(`${ware.of} ${ware.id}`)
    const terms = {
      ware: bought,
      supplier: SUPPLIERS[ware.of],
      least: Math.round(size * LEAST_PACKS[ware.of]),
      packSize: null,
      leadDays: null,
    }
    await saveTerms(db, workspaceId, terms, now)
  }
  const white = (await HOUSE_TABLES.pigments.list(db, workspaceId)).find(
    ({ name }) => name === WHITE,
  )
  if (!white) return
  await placePurchase(
    manager,
    {
      supplier: SUPPLIERS.pigment,
      dueOn: isoDay(new Date(now.getTime() - DAY_MS)),
      note: '',
      lines: [
        {
          ware: { of: 'pigment', id: white.id },
          packs: 2,
          packSize: PIGMENT_PACK_G,
          packPrice: (Number(white.pricePerG) * PIGMENT_PACK_G).toFixed(2),
        },
      ],
    },
    new Date(now.getTime() - 6 * DAY_MS),
  )
}

/** A count finds a little less than was noted: films in cups, drips, what nobody wrote down. */
const LOST_PCT = [0, 0.4, 1.1]

/**
 * The count this morning: what is noted of each resin then is what the yard has of it. The bottles
 * came as full as it takes for that, and a little is found to be missing.
 */
export async function countStores(manager: Who, chance: Chance, at: Date): Promise<void> {
  const db = database()
  const [resins, lots] = await Promise.all([
    listResins(db, manager.workspaceId),
    listLots(db, manager.workspaceId, { empty: true }),
  ])
  const told: ToldMovement[] = []
  for (const resin of resins) {
    const wanted = RESINS.find(({ name }) => name === resin.name)?.stockMl ?? 0
    const need = mix({ resin, need: { volumeMl: wanted }, measure: { kind: 'exact' } })
    for (const part of need.ok ? (['a', 'b'] as const) : []) {
      const own = lots.filter(
        ({ ware }) => wareKey(ware) === wareKey({ of: 'resin', id: resin.id, part }),
      )
      const newest = own.at(-1)
      if (!newest || !need.ok) continue
      const others = own.reduce((sum, lot) => sum + (lot === newest ? 0 : lot.left), 0)
      const amount = tenth((need.value.exact[part].massG ?? 0) - others)
      const noted = tenth(amount * (1 + chance.pick(LOST_PCT) / 100))
      await cameWith(newest, noted - newest.left)
      told.push({ key: chance.key(), lotId: newest.id, kind: 'counted', amount, note: 'count day' })
    }
  }
  await tellMovements(manager, told, at)
}

const tenth = (grams: number) => Math.round(grams * 10) / 10

/** A bottle had so much more in it when it came. */
async function cameWith({ id, size }: LotRow, more: number): Promise<void> {
  const db = database()
  await db('stock_lots')
    .where({ id })
    .update({ size: size + more })
  await db('stock_movements').where({ lot_id: id, kind: 'bought' }).increment('amount', more)
}
