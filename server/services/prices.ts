import { issue } from '../../core/result'
import type { Material, Mould, Pigment, Resin, StudioRules } from '../../core/trade'
import { AppError } from './AppError'
import { may } from './rights'
import type { Who } from './Who'

/** The same without what it cost, for those who may not see that. */
export const resinFor = <T extends Pick<Resin, 'kitPrice' | 'otherKits'>>(who: Who, resin: T): T =>
  may(who, 'see prices')
    ? resin
    : {
        ...resin,
        kitPrice: null,
        otherKits: resin.otherKits.map((kit) => ({ ...kit, price: null })),
      }

export const mouldFor = <T extends Pick<Mould, 'price'>>(who: Who, mould: T): T =>
  may(who, 'see prices') ? mould : { ...mould, price: null }

export const pigmentFor = <T extends Pick<Pigment, 'pricePerG'>>(who: Who, pigment: T): T =>
  may(who, 'see prices') ? pigment : { ...pigment, pricePerG: null }

export const materialFor = <T extends Pick<Material, 'packPrice'>>(who: Who, material: T): T =>
  may(who, 'see prices') ? material : { ...material, packPrice: null }

export const rulesFor = (who: Who, rules: StudioRules): StudioRules =>
  may(who, 'see prices') ? rules : { ...rules, money: null }

/** Refuses a price that is another than before, from those who may not change prices. */
export function requirePricesKept(
  who: Who,
  prices: readonly { path: string; before: string | null; after: string | null }[],
): void {
  if (may(who, 'change prices')) return
  const issues = prices
    .filter(({ before, after }) => Number(before) !== Number(after))
    .map(({ path }) => issue(path, 'price-of-manager'))
  if (issues.length > 0)
    throw new AppError(
      'forbidden',
      'Prices are the manager’s to change; everything else can be saved.',
      {
        issues,
      },
    )
}
