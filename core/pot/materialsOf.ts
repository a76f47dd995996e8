import { inclusionMl } from '../recipe'
import type { Filler, Material, NamedInclusion, Recipe } from '../trade'

/** What a recipe takes of one material at one place of its making. */
export interface MaterialLine {
  materialId: number
  /** In the unit of the material. */
  amount: number
  per: 'piece' | 'pot' | 'batch'
  /** What a piece begins with, what goes into a layer, or what an entry of the course uses. */
  by:
    | { of: 'start' }
    | { of: 'layer'; layer: string; isStirredIn: boolean }
    | { of: 'entry'; entry: string }
}

/**
 * What a recipe takes of the stores beside resin and pigment, line by line: what a piece begins
 * with, what is set or stirred into it, what its course uses. Price, stores and bench all count
 * these lines.
 */
export function materialsOf(
  { start, layers, course }: Recipe,
  materials: ReadonlyMap<number, Material>,
): MaterialLine[] {
  const known = (id: number | null | undefined) => materials.get(id ?? 0)
  const lines: (Omit<MaterialLine, 'materialId'> & { materialId: number | null | undefined })[] = [
    ...(start.of === 'base'
      ? [
          {
            materialId: start.materialId,
            amount: 1,
            per: 'piece' as const,
            by: { of: 'start' as const },
          },
        ]
      : []),
    ...layers.flatMap(({ key, inclusions }) =>
      inclusions.map((one) => ({
        materialId: one.materialId,
        amount: amountOf(one, known(one.materialId)),
        per: 'piece' as const,
        by: { of: 'layer' as const, layer: key, isStirredIn: false },
      })),
    ),
    ...layers.flatMap(({ key, cups }) =>
      cups.flatMap(({ fillers, over }) =>
        fillers.map((one) => ({
          materialId: one.materialId,
          amount: stirredIn(one, known(one.materialId)),
          per: over === 'batch' ? ('pot' as const) : ('piece' as const),
          by: { of: 'layer' as const, layer: key, isStirredIn: true },
        })),
      ),
    ),
    ...course.flatMap(({ key, uses, isOptional }) =>
      (isOptional ? [] : uses).map(({ materialId, amount, per }) => ({
        materialId,
        amount,
        per,
        by: { of: 'entry' as const, entry: key },
      })),
    ),
  ]
  return lines.flatMap(({ materialId, ...line }) =>
    typeof materialId === 'number' && line.amount > 0 ? [{ ...line, materialId }] : [],
  )
}

const unitOf = (material: Material | undefined) => material?.unit.trim().toLowerCase()

/**
 * An inclusion in the unit of its material: grams, millilitres, or as it is counted. What nobody has
 * weighed has no price by the gram.
 */
function amountOf(one: NamedInclusion, material: Material | undefined): number {
  const unit = unitOf(material)
  const { count = 1, massG = 0 } = one
  if (unit === 'ml') return inclusionMl(one)
  return unit === 'g' ? count * massG : count
}

/** What is stirred in, in the unit of its material; what is only heaped has no price by the gram. */
function stirredIn({ amount }: Filler, material: Material | undefined): number {
  const unit = unitOf(material)
  if ('ml' in amount) return unit === 'g' ? 0 : amount.ml
  return unit === 'ml' ? amount.massG / amount.density : amount.massG
}
