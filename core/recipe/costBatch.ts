import { Decimal } from 'decimal.js'
import { cost, type CostAnswer, type CostRequest, type Money } from '../cost'
import { mix } from '../mix'
import { answer, invalid, type Result } from '../result'
import { sizeBatch } from './sizeBatch'
import {
  POURING,
  wageOf,
  type Layer,
  type MoneyRules,
  type Mould,
  type Pigment,
  type Recipe,
  type Resin,
  type Step,
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
    return resin ? materialsOf(layer, sized.value.layers[i]?.mixMl ?? 0, resin, parts.pigments) : []
  })
  const pouring = wageOf(money, POURING.skill)
  const labour = [
    ...labourOf(recipe, 'before', money),
    ...recipe.layers.flatMap((layer, i) => {
      const pots = parts.potsPerLayer[i] ?? 1
      return [
        {
          name: `mix ${layer.name}`,
          minutes: (rules.measureMin + layer.stirMin) * pots,
          ratePerHour: pouring,
          per: 'batch' as const,
        },
        {
          name: `pour ${layer.name}`,
          minutes: layer.pourMin,
          ratePerHour: pouring,
          per: 'piece' as const,
        },
        ...(layer.heatAfterMin.length > 0
          ? [
              {
                name: `heat passes ${layer.name}`,
                minutes: rules.heatPassMin * layer.heatAfterMin.length * pots,
                ratePerHour: pouring,
                per: 'batch' as const,
              },
            ]
          : []),
      ]
    }),
    ...labourOf(recipe, 'curing', money),
    ...labourOf(recipe, 'after', money),
  ]
  return answer({
    currency: rules.currency,
    pieces,
    yieldPct: rules.yieldPct,
    materials,
    labour,
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

/**
 * The steps of a phase, as often as they are done; what is done once for the batch is a line of its
 * own.
 */
function labourOf(recipe: Recipe, phase: Step['phase'], money: MoneyRules): CostRequest['labour'] {
  return recipe.steps
    .filter((step) => step.phase === phase)
    .flatMap(({ name, skill, pieceMin, batchMin, atMin }) => {
      const ratePerHour = wageOf(money, skill)
      const times = phase === 'curing' ? atMin.length : 1
      return [
        ...(pieceMin > 0
          ? [{ name, minutes: pieceMin * times, ratePerHour, per: 'piece' as const }]
          : []),
        ...(batchMin > 0
          ? [
              {
                name: pieceMin > 0 ? `${name}, once` : name,
                minutes: batchMin * times,
                ratePerHour,
                per: 'batch' as const,
              },
            ]
          : []),
      ]
    })
}

function materialsOf(
  layer: Layer,
  mixMl: number,
  resin: Resin,
  pigments: ReadonlyMap<number, Pigment>,
) {
  const unitCost = new Decimal(shown(resin.kitPrice)).div(resin.kitMl).toFixed(UNIT_PRICE_DIGITS)
  const mixed = mix({ resin, need: { volumeMl: mixMl }, measure: { kind: 'exact' } })
  const massG = mixed.ok ? mixed.value.exact.total.massG : null
  const coloured = layer.pigments.flatMap(({ pigmentId, loadPct }) => {
    const pigment = pigments.get(pigmentId)
    return pigment && massG !== null
      ? [
          {
            name: pigment.name,
            quantity: (massG * loadPct) / 100,
            unitCost: shown(pigment.pricePerG),
          },
        ]
      : []
  })
  return [{ name: `${resin.name}, ${layer.name}`, quantity: mixMl, unitCost }, ...coloured]
}

/**
 * Costs a batch of a recipe: resin and pigment by layer, labour by step at what an hour of
 * its skill costs, wear of the mould. Resin
 * is priced by the millilitre of its kit; pigment by its load on the mix's mass (left out where a
 * density is missing). One piece is one use of the mould.
 * @returns as `cost`
 */
export function costBatch(parts: CostParts): Result<CostAnswer> {
  const request = costRequestOf(parts)
  return request.ok ? cost(request.value) : request
}
