import { extraMix, notTakenBack, type RunEvent, type RunTargets } from '../run'
import type { Draw } from './types'

type Keyed = RunEvent & { key: string }

/**
 * What a run has used of the stores, by what was told of it: both parts as they were weighed, a
 * mix that was made once more, pigments when the stirring ended (as they were to be dosed), and what
 * the pieces take when they are laid down. What was taken back was not used; a mix that was given up
 * was.
 * @param events its log, each with the key under which it was told
 */
export function drawsOfRun(targets: RunTargets, events: readonly Keyed[]): Draw[] {
  const { resinId } = targets
  if (resinId === undefined) return []
  return notTakenBack(events).flatMap((event): Draw[] => {
    switch (event.kind) {
      case 'weighed':
        return [
          {
            cause: event.key,
            ware: { of: 'resin', id: resinId, part: event.part },
            amount: event.amount,
            unit: targets.parts[0]?.unit ?? 'g',
            from: (event.lots ?? []).map(({ lotId }) => lotId),
          },
        ]
      case 'ranShort':
        return extraDraws(targets, resinId, event)
      case 'stirEnded':
        return usesOf(targets, 'stirred', event.key)
      case 'cureStarted':
        return usesOf(targets, 'laid', event.key)
      default:
        return []
    }
  })
}

/** A mix that was made once more takes its share of everything that goes into the cups. */
function extraDraws(
  targets: RunTargets,
  resinId: number,
  { key, ml }: { key: string; ml: number },
): Draw[] {
  return [
    ...extraMix(targets, ml).parts.map(({ part, amount, unit }): Draw => ({
      cause: key,
      ware: { of: 'resin', id: resinId, part },
      amount,
      unit,
      from: [],
    })),
    ...usesOf(targets, 'stirred', key, targets.needMl > 0 ? ml / targets.needMl : 0),
  ]
}

const usesOf = (
  { uses = [] }: RunTargets,
  when: 'stirred' | 'laid',
  key: string,
  share = 1,
): Draw[] =>
  uses
    .filter((use) => use.when === when)
    .map(({ of, id, amount, unit }) => ({
      cause: key,
      ware: { of, id },
      amount: amount * share,
      unit,
      from: [],
    }))
