import { planWork } from '../../core/plan'
import { RECIPES } from '../../demo/recipes'
import { AppError } from '../../server/services/AppError'
import type { Solve } from '../../server/services/planning/choose/planAll'
import type { OrderFields } from '../../shared/schemas/orders'
import { IN_A_MOULD } from '../../core/trade'
import { coursed, type LayerBefore } from '../../shared/schemas/recipeBefore'
import type { RecipeFields } from '../../shared/schemas/recipes'

/** What a use case refuses with; null where it does not. */
export const refusal = (work: Promise<unknown>): Promise<AppError | null> =>
  work.then(
    () => null,
    (error: unknown) => (error instanceof AppError ? error : Promise.reject(error as Error)),
  )

/** A disc of clear layers, one unless they are told. */
export function aDisc(
  resinId: number,
  mouldId: number | null = null,
  told: Partial<LayerBefore>[] = [{}],
): RecipeFields {
  const {
    mould: _mould,
    layers,
    steps,
    ...disc
  } = RECIPES.find((one) => one.name === 'Pendulum disc')!
  const { resin: _resin, pigments: _pigments, ...first } = layers[0]!
  return {
    ...disc,
    ...IN_A_MOULD,
    others: [],
    archived: false,
    mouldId,
    ...coursed(
      told.map((own) => ({
        id: 0,
        inclusions: [],
        runOffPct: 0,
        cups: 1,
        stirMin: 4,
        restMin: 8,
        pourMin: 2,
        heatAfterMin: [],
        recoat: 'either' as const,
        ...first,
        pigments: [],
        resinId,
        ...own,
      })),
      steps,
    ),
  }
}

/** An accepted commission of some pieces of a recipe. */
export const anOrderFor = (
  recipeId: number,
  quantity: number,
  changes: Partial<OrderFields> = {},
): OrderFields => ({
  kind: 'commission',
  title: 'Discs',
  customer: 'Somebody',
  promisedAt: '2026-04-20T15:00:00.000Z',
  state: 'accepted',
  colours: '',
  wish: '',
  note: '',
  lines: [{ recipeId, quantity }],
  ...changes,
})

/** Plans in this thread, with few tries. */
export const solve: Solve = (work) =>
  Promise.resolve(
    planWork(
      { ...work, request: { ...work.request, limit: { iterations: 20 } } },
      { now: () => 0, startedAt: 0 },
    ),
  )
