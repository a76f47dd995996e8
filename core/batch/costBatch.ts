import { Decimal } from 'decimal.js'
import { cost, type CostAnswer, type CostRequest, type Money } from '../cost'
import { materialsOf } from '../pot'
import { courseParts, entryTitle, gramsOf, isSandedByCourse, layerBelow } from '../recipe'
import { answer, invalid, type Result } from '../result'
import {
  CARRYING,
  SANDING,
  wageOf,
  type Entry,
  type Layer,
  type Material,
  type MoneyRules,
  type Recipe,
} from '../trade'
import type { Batch, BatchLayer, BatchShelf } from './batchOf'

/** Digits of a unit price before its line is rounded to the currency. */
const UNIT_PRICE_DIGITS = 12

/** What a batch is priced with. */
export interface CostShelf extends BatchShelf {
  materials: ReadonlyMap<number, Material>
}

interface Costed {
  batch: Batch
  shelf: CostShelf
}

/** How many pots a layer is mixed in, by its place among the recipe's layers; 1 where nobody knows. */
const potsOf = ({ layers }: Batch, at: number): number =>
  layers.find(({ index }) => index === at)?.pots.length ?? 1

/** The costing question that a batch asks. */
function costRequestOf(costed: Costed): Result<CostRequest> {
  const { batch, shelf } = costed
  const { recipe, pieces } = batch
  const { rules } = shelf
  const { money } = rules
  if (money === null) return invalid('', 'prices-hidden')
  const mould = shelf.moulds.get(recipe.mouldId ?? 0)
  return answer({
    currency: rules.currency,
    pieces,
    yieldPct: rules.yieldPct,
    materials: [
      ...batch.layers.flatMap((layer) => resinOfLayer(layer, shelf)),
      ...materialsUsed(costed),
    ],
    labour: labourOf(costed, money),
    equipment: mould
      ? [{ name: mould.name, price: shown(mould.price), lifeUses: mould.lifeUses, uses: pieces }]
      : [],
    overheadPct: money.overheadPct,
    selling: {
      packaging: money.packaging,
      feePct: money.feePct,
      feeFixed: money.feeFixed,
      taxPct: money.taxPct,
    },
    ask: { marginPct: money.marginPct },
  })
}

/** Who sees the rules of money sees every price. */
function shown(price: Money | null): Money {
  if (price === null) throw new Error('a price is hidden where the rules of money are not')
  return price
}

type Labour = CostRequest['labour']

/** What every entry of the course takes, as often as it is done; sanding between layers with it. */
function labourOf({ batch, shelf }: Costed, money: MoneyRules): Labour {
  const { recipe } = batch
  const sanded = sandedUnder(recipe)
  const work = recipe.course.flatMap((entry): Labour => {
    if (entry.isOptional && entry.kind !== 'mix' && entry.kind !== 'pour') return []
    const own = labourOfEntry(entry, { batch, shelf }, money)
    const below = entry.kind === 'mix' ? sanded.get(entry.layer ?? '') : undefined
    if (!below) return own
    return [
      {
        name: `sand and wipe ${below?.name}`,
        minutes: SANDING.pieceMin,
        ratePerHour: wageOf(money, SANDING.skill),
        per: 'piece',
      },
      ...own,
    ]
  })
  return [...work, ...carryingOf(batch, money)]
}

/** Layers that cure in the heated box are carried there, each pot once. */
const carryingOf = (batch: Batch, money: MoneyRules): Labour =>
  batch.recipe.layers.flatMap(({ name, isHeated }, i): Labour =>
    isHeated
      ? [
          {
            name: `${name} into the heated box`,
            minutes: CARRYING.batchMin * potsOf(batch, i),
            ratePerHour: wageOf(money, null),
            per: 'batch',
          },
        ]
      : [],
  )

/** By the key of a layer that goes on sanded: the layer that is, where the course does not say so itself. */
function sandedUnder(recipe: Recipe): Map<string, Layer> {
  const { before } = courseParts(recipe)
  return new Map(
    recipe.layers.flatMap((layer, i): [string, Layer][] => {
      const at = layerBelow(recipe, i)
      const below = at === null ? undefined : recipe.layers[at]
      const isAdded = layer.joins === 'sand' && !isSandedByCourse(before[i])
      return below && isAdded ? [[layer.key, below]] : []
    }),
  )
}

/** What of a material's pack is one of its unit. */
const unitPrice = ({ packPrice, packSize }: Material): string =>
  new Decimal(shown(packPrice)).div(packSize).toFixed(UNIT_PRICE_DIGITS)

/** What a piece begins with, what is set or stirred into it, and what its course uses, each material once. */
function materialsUsed({ batch, shelf: { materials } }: Costed): CostRequest['materials'] {
  const { recipe, pieces } = batch
  const used = new Map<number, number>()
  for (const { materialId, amount, per, by } of materialsOf(recipe, materials)) {
    const layer = by.of === 'layer' ? recipe.layers.findIndex(({ key }) => key === by.layer) : -1
    const times = per === 'piece' ? pieces : per === 'pot' ? potsOf(batch, layer) : 1
    used.set(materialId, (used.get(materialId) ?? 0) + amount * times)
  }
  return [...used].flatMap(([id, quantity]) => {
    const material = materials.get(id)
    return material && quantity > 0
      ? [{ name: material.name, quantity, unitCost: unitPrice(material) }]
      : []
  })
}

/** An entry is done once for each pot of its layer, or once for the batch. */
function labourOfEntry(entry: Entry, { batch, shelf: { rules } }: Costed, money: MoneyRules) {
  const { recipe } = batch
  const { kind, at, skill, hands = 1 } = entry
  const pieceMin = entry.pieceMin * hands
  const layer = recipe.layers.findIndex(({ key }) => key === entry.layer)
  const isResin = kind === 'mix' || kind === 'pour' || kind === 'pass'
  const pots = isResin ? potsOf(batch, layer) : 1
  const times = Math.max(1, at.length)
  const own =
    kind === 'mix'
      ? rules.measureMin + (entry.mix?.stirMin ?? 0)
      : kind === 'pass' && at.length > 0
        ? rules.heatPassMin
        : 0
  const batchMin = (own + entry.batchMin * hands) * times * pots
  const ratePerHour = wageOf(money, skill)
  const name = entryTitle(entry, recipe)
  return [
    ...(pieceMin > 0
      ? [{ name, minutes: pieceMin * times, ratePerHour, per: 'piece' as const }]
      : []),
    ...(batchMin > 0
      ? [
          {
            name: pieceMin > 0 ? `${name}, once` : name,
            minutes: batchMin,
            ratePerHour,
            per: 'batch' as const,
          },
        ]
      : []),
  ]
}

/** The resin of a layer's pots with films and spare, and the pigment of what is coloured of it. */
function resinOfLayer({ layer, resin, pots, mixMl }: BatchLayer, { pigments }: BatchShelf) {
  const unitCost = new Decimal(shown(resin.kitPrice)).div(resin.kitMl).toFixed(UNIT_PRICE_DIGITS)
  const grams = new Map<number, number>()
  const add = (pigmentId: number, massG: number | null) =>
    grams.set(pigmentId, (grams.get(pigmentId) ?? 0) + (massG ?? 0))
  for (const { doses } of pots.flatMap(({ cups }) => cups))
    for (const { pigmentId, massG } of doses ?? []) add(pigmentId, massG)
  for (const { drops } of pots.flatMap(({ pours }) => pours))
    for (const { pigmentId, n } of drops) {
      const pigment = pigments.get(pigmentId)
      add(pigmentId, n * ((pigment && gramsOf('drop', pigment)) ?? 0))
    }
  const coloured = [...grams].flatMap(([pigmentId, quantity]) => {
    const pigment = pigments.get(pigmentId)
    return pigment ? [{ name: pigment.name, quantity, unitCost: shown(pigment.pricePerG) }] : []
  })
  return [{ name: `${resin.name}, ${layer.name}`, quantity: mixMl, unitCost }, ...coloured]
}

/** What a batch costs, and how long hands work on it. */
export interface BatchCost extends CostAnswer {
  /** Minutes of all its labour. */
  handsMin: number
}

/**
 * Costs a batch: resin and pigment of its pots by layer, labour by entry of the course at what an
 * hour of its skill costs, materials that it begins with, sets in and uses, wear of the mould. Resin
 * is priced by the millilitre of its kit; pigment by what goes into its cups (left out where a
 * density is missing), so that a clear reserve has none. One piece is one use of the mould.
 * @returns as `cost`, with the minutes of hands; refuses where prices are hidden
 */
export function costBatch(batch: Batch, shelf: CostShelf): Result<BatchCost> {
  const request = costRequestOf({ batch, shelf })
  if (!request.ok) return request
  const costed = cost(request.value)
  if (!costed.ok) return costed
  const handsMin = request.value.labour.reduce(
    (sum, { minutes, per }) => sum + minutes * (per === 'piece' ? batch.pieces : 1),
    0,
  )
  return answer({ ...costed.value, handsMin })
}
