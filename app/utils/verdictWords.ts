import type { Carried, Verdict } from '~/composables/useCarrying'

/** What would come of letting go of what is in hand, in a sentence. */
export function verdictWords(
  carried: Carried | null,
  verdict: Verdict,
  isShown: (key: string) => boolean,
): string {
  if (!carried) return ''
  if (!verdict) return 'Boxes show where it can go: whole ones move nobody, dotted ones do.'
  if (!verdict.possible) return verdict.words
  const others = verdict.moved.filter(
    (one) => one.key !== carried.task.key && isShown(one.key),
  ).length
  if (others === 0) return 'Nothing else moves.'
  return `${others} other ${others === 1 ? 'task moves' : 'tasks move'} along.`
}
