import { Decimal } from 'decimal.js'
import { minorUnits } from '../cost'
import { rateAt } from '../cure'
import { answer, invalid, LIMIT_TOLERANCE, type Result } from '../result'
import { formatDuration } from '../units'
import { allowedDepthMm } from './allowedDepthMm'
import type { ChooseResinRequest, ResinChoice, ResinOnShelf, Verdict } from './types'
import { HOLDS_WHITE, LETS_WHITE_SINK } from './white'
import { workableMin } from './workableMin'

type Reason = ResinChoice['reasons'][number]
const RANK: Record<Verdict, number> = { fits: 0, 'with-care': 1, unfit: 2 }

/**
 * Judges every resin of the studio for one layer, with the reasons for and against. A reason
 * against makes it unfit; one that asks for care leaves it usable (several layers, several pots,
 * waiting for a delivery, an unknown figure). Best first: fitting ones, then those with care, each
 * by cost.
 * Source: `allowedDepthMm`, `workableMin` and the cure's rate at the temperature of the room.
 * @param request what the layer needs in mm, ml, minutes and °C; the resins with stock and lead
 *   times
 * @returns every resin, none left out
 * @throws nothing; refuses with `invalid-input` an unknown currency
 */
export function chooseResin({
  need,
  currency,
  resins,
}: ChooseResinRequest): Result<{ choices: ResinChoice[] }> {
  const digits = minorUnits(currency)
  if (digits === null) return invalid('currency', 'currency-unknown')
  const choices = resins.map((resin): ResinChoice => {
    const reasons = [
      depth(resin, need),
      amount(resin, need),
      time(resin, need),
      heat(resin, need),
      white(resin, need),
      stock(resin, need),
      ready(resin, need),
    ].filter((reason) => reason !== null)
    const verdict: Verdict = reasons.some((reason) => reason.speaks === 'against')
      ? 'unfit'
      : reasons.some((reason) => reason.speaks === 'with-care')
        ? 'with-care'
        : 'fits'
    return {
      id: resin.id,
      verdict,
      reasons,
      cost: new Decimal(resin.kitPrice)
        .times(need.mixMl)
        .div(resin.kitMl)
        .toFixed(digits, Decimal.ROUND_HALF_UP),
    }
  })
  return answer({
    choices: choices.sort(
      (x, y) => RANK[x.verdict] - RANK[y.verdict] || Number(x.cost) - Number(y.cost),
    ),
  })
}

type Need = ChooseResinRequest['need']
const one = (value: number) => value.toFixed(1)
const speaks = (how: Reason['speaks'], text: string): Reason => ({ speaks: how, text })

function depth(resin: ResinOnShelf, { depthMm, tempC }: Need): Reason {
  const limitMm = allowedDepthMm(resin, tempC)
  if (depthMm < resin.minDepthMm - LIMIT_TOLERANCE)
    return speaks(
      'against',
      `levels itself from ${one(resin.minDepthMm)} mm on, the layer is ${one(depthMm)} mm`,
    )
  if (depthMm <= limitMm + LIMIT_TOLERANCE) return speaks('for', `bears ${one(limitMm)} mm at once`)
  const count = Math.ceil(depthMm / limitMm - LIMIT_TOLERANCE)
  if (depthMm / count < resin.minDepthMm)
    return speaks(
      'against',
      `bears only ${one(limitMm)} mm at once, and thinner layers do not level`,
    )
  return speaks(
    'with-care',
    `bears ${one(limitMm)} mm at once: ${count} layers of ${one(depthMm / count)} mm`,
  )
}

function amount(resin: ResinOnShelf, { mixMl }: Need): Reason {
  if (mixMl <= resin.maxMixMl + LIMIT_TOLERANCE)
    return speaks('for', `one cup may hold ${one(resin.maxMixMl)} ml`)
  return speaks(
    'with-care',
    `one cup may hold ${one(resin.maxMixMl)} ml: ${Math.ceil(mixMl / resin.maxMixMl - LIMIT_TOLERANCE)} pots`,
  )
}

function time(resin: ResinOnShelf, { mixMl, busyMin, tempC }: Need): Reason {
  const workMin = workableMin(resin, Math.min(mixMl, resin.maxMixMl), tempC)
  const said = `stays workable for ${one(workMin)} min in this cup at ${one(tempC)} °C`
  if (busyMin <= workMin + LIMIT_TOLERANCE) return speaks('for', said)
  return speaks(
    busyMin <= 2 * workMin ? 'with-care' : 'against',
    `${said}, ${one(busyMin)} min are planned`,
  )
}

function heat(resin: ResinOnShelf, { heatC }: Need): Reason | null {
  if (heatC === undefined) return null
  if (resin.heatC === undefined)
    return speaks('with-care', 'it is not known how much warmth it bears')
  return resin.heatC >= heatC
    ? speaks('for', `bears ${one(resin.heatC)} °C once cured`)
    : speaks('against', `softens above ${one(resin.heatC)} °C, ${one(heatC)} °C are asked for`)
}

function white(resin: ResinOnShelf, { hasWhite }: Need): Reason | null {
  if (!hasWhite) return null
  if (resin.whiteHold === undefined)
    return speaks('with-care', 'it is not known whether white stays up in it')
  if (resin.whiteHold >= HOLDS_WHITE) return speaks('for', 'holds white up')
  return resin.whiteHold <= LETS_WHITE_SINK
    ? speaks('against', 'lets white sink')
    : speaks('with-care', 'holds white only after a long rest')
}

function stock(resin: ResinOnShelf, { mixMl }: Need): Reason {
  if (resin.stockMl >= mixMl) return speaks('for', `${one(resin.stockMl)} ml are in the stores`)
  return speaks(
    'with-care',
    `only ${one(resin.stockMl)} ml are in the stores; a kit takes ${formatDuration(resin.leadMin)}`,
  )
}

function ready(resin: ResinOnShelf, { readyByMin, mixMl, tempC }: Need): Reason | null {
  if (readyByMin === undefined) return null
  const waitMin = resin.stockMl >= mixMl ? 0 : resin.leadMin
  const firmMin = waitMin + resin.milestones.demould / rateAt(resin, tempC)
  const said = `may be demoulded after ${formatDuration(firmMin)}${waitMin > 0 ? ' with the delivery' : ''}`
  return firmMin <= readyByMin + LIMIT_TOLERANCE
    ? speaks('for', said)
    : speaks('against', `${said}, ${formatDuration(firmMin - readyByMin)} too late`)
}
