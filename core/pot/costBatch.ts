import { Decimal } from 'decimal.js'
import { cost, type CostAnswer, type CostRequest, type Money } from '../cost'
import { entryTitle, gramsOf, sizeBatch, workOf } from '../recipe'
import { potOfLayer } from './potsOfLayer'
import { answer, invalid, type Result } from '../result'
import {
  SANDING,
  wageOf,
  type Entry,
  type Layer,
  type LayerWork,
  type MoneyRules,
  type Mould,
  type Pigment,
  type Recipe,
  type Resin,
  type StudioRules,
} from '../trade'

/** Digits of a unit price before its line is rounded to the currency. */
const UNIT_PRICE_DIGITS = 12

export interface CostParts {
  recipe: Recipe
  pieces: number
  resins: ReadonlyMap<number, Resin>
  pigments: ReadonlyMap<number, Pigment>
  mould: Mould | null
  /** How many pots each layer is mixed in, in layer order. */
  potsPerLayer: readonly number[]
  rules: StudioRules
}

/** The costing question that a recipe and a number of pieces ask. */
function costRequestOf(parts: CostParts): Result<CostRequest> {
  const { recipe, pieces, resins, rules, mould } = parts
  const { money } = rules
  if (money === null) return invalid('', 'prices-hidden')
  const sized = sizeBatch(recipe, pieces, rules)
  if (!sized.ok) return sized
  const materials = recipe.layers.flatMap((layer, i) => {
    const resin = resins.get(layer.resinId)
    const netMl = sized.value.layers[i]?.netMl ?? 0
    return resin ? materialsOf({ layer, work: workOf(recipe, i) }, netMl, resin, parts) : []
  })
  return answer({
    currency: rules.currency,
    pieces,
    yieldPct: rules.yieldPct,
    materials,
    labour: labourOf(parts, money),
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
function labourOf(parts: CostParts, money: MoneyRules): Labour {
  const { recipe } = parts
  const sanded = new Map(
    recipe.layers.flatMap((layer, i) => (i > 0 && layer.joins === 'sand' ? [[layer.key, i]] : [])),
  )
  return recipe.course.flatMap((entry): Labour => {
    const own = labourOfEntry(entry, parts, money)
    if (entry.kind !== 'mix' || !sanded.has(entry.layer ?? '')) return own
    const below = recipe.layers[(sanded.get(entry.layer ?? '') ?? 0) - 1]
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
}

/** An entry is done once for each pot of its layer, or once for the batch. */
function labourOfEntry(
  entry: Entry,
  { recipe, rules, potsPerLayer }: CostParts,
  money: MoneyRules,
) {
  const { kind, pieceMin, at, skill } = entry
  const layer = recipe.layers.findIndex(({ key }) => key === entry.layer)
  const isResin = kind === 'mix' || kind === 'pour' || kind === 'pass'
  const pots = isResin ? (potsPerLayer[layer] ?? 1) : 1
  const times = Math.max(1, at.length)
  const own =
    kind === 'mix'
      ? rules.measureMin + (entry.mix?.stirMin ?? 0)
      : kind === 'pass'
        ? rules.heatPassMin
        : 0
  const batchMin = (own + entry.batchMin) * times * pots
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

/** The resin of a layer with films and spare, and the pigment of what is coloured of it. */
function materialsOf(
  own: { layer: Layer; work: LayerWork },
  netMl: number,
  resin: Resin,
  { pieces, pigments, rules }: CostParts,
) {
  const unitCost = new Decimal(shown(resin.kitPrice)).div(resin.kitMl).toFixed(UNIT_PRICE_DIGITS)
  const pot = potOfLayer(own, netMl, pieces, { resin, rules, pigments, warmC: resin.referenceC })
  const grams = new Map<number, number>()
  const add = (pigmentId: number, massG: number | null) =>
    grams.set(pigmentId, (grams.get(pigmentId) ?? 0) + (massG ?? 0))
  for (const { doses } of pot.cups)
    for (const { pigmentId, massG } of doses ?? []) add(pigmentId, massG)
  for (const { drops } of pot.pours)
    for (const { pigmentId, n } of drops) {
      const pigment = pigments.get(pigmentId)
      add(pigmentId, n * ((pigment && gramsOf('drop', pigment)) ?? 0))
    }
  const coloured = [...grams].flatMap(([pigmentId, quantity]) => {
    const pigment = pigments.get(pigmentId)
    return pigment ? [{ name: pigment.name, quantity, unitCost: shown(pigment.pricePerG) }] : []
  })
  return [{ name: `${resin.name}, ${own.layer.name}`, quantity: pot.needMl, unitCost }, ...coloured]
}

/**
 * Costs a batch of a recipe: resin and pigment by layer, labour by entry of the course at what an
 * hour of its skill costs, wear of the mould. Resin is priced by the millilitre of its kit; pigment
 * by what goes into its cups (left out where a density is missing), so that a clear reserve has
 * none. One piece is one use of the mould.
 * @returns as `cost`
 */
export function costBatch(parts: CostParts): Result<CostAnswer> {
  const request = costRequestOf(parts)
  return request.ok ? cost(request.value) : request
}
