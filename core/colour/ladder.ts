import { LIMIT_TOLERANCE, answer, issue, refuse, type Result } from '../result'
import type { LadderAnswer, LadderRequest } from './types'

/**
 * Follows one cup that is darkened drop by drop between pours.
 * In each step the drops go in first and spread evenly, then the pour leaves at that strength.
 * Source: mass balance of a well-stirred cup; volumes add.
 * @param request contents and pours in ml, the size of a drop in ml
 * @returns per step the pigment in ml per 100 ml of contents at the pour, and what is left after it
 *   in ml
 * @throws nothing; refuses with `cup-empty` when a pour asks for more than the cup holds
 * @example ladder({ startMl: 60, dropMl: 0.05, steps: [{ addDrops: 2, pourMl: 20 }] }) //
 *   pigmentPct: 0.166…
 */
export function ladder(request: LadderRequest): Result<LadderAnswer> {
  let [contentMl, pigmentMl] = [request.startMl, 0]
  const steps: LadderAnswer['steps'] = []
  for (const [i, { addDrops, pourMl }] of request.steps.entries()) {
    const addedMl = addDrops * request.dropMl
    contentMl += addedMl
    pigmentMl += addedMl
    if (pourMl > contentMl + LIMIT_TOLERANCE) {
      return refuse(
        'cup-empty',
        issue(`steps[${i}].pourMl`, 'cup-holds-less', { holdsMl: contentMl }),
      )
    }
    const share = contentMl > 0 ? pigmentMl / contentMl : 0
    contentMl = Math.max(0, contentMl - pourMl)
    pigmentMl = share * contentMl
    steps.push({ pigmentPct: 100 * share, remainingMl: contentMl })
  }
  return answer({ steps })
}
