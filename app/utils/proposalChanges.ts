import { MS_PER_MIN, formatDuration, formatNumber } from '~~/core/units'
import type { PromiseRow } from '~~/shared/types/promises'
import type { ProposalOutcome, ProposedMix } from '~~/shared/types/proposals'

/** A promise as it stands and as it would stand. */
export interface PromiseChange {
  /** Null for what is only supposed. */
  before: PromiseRow | null
  after: PromiseRow
  /** Minutes later than before, sooner below nothing; null where one of the two is not planned. */
  laterMin: number | null
}

/** Differences smaller than this are not worth a word, minutes. */
const SAME_MIN = 1

const isPlanned = (promise: PromiseRow | null): promise is PromiseRow & { readyAt: string } =>
  promise !== null && promise.readyAt !== null
export const isLate = (promise: PromiseRow) => promise.readyAt === null || promise.lateMin > 0

/** All promises, those first that fare worst by the change. */
export function promiseChanges(
  before: readonly PromiseRow[],
  after: readonly PromiseRow[],
): PromiseChange[] {
  const byOrder = new Map(before.map((promise) => [promise.orderId, promise]))
  const changes = after.map((promise): PromiseChange => {
    const was = byOrder.get(promise.orderId) ?? null
    const laterMin =
      was?.isMade && promise.isMade
        ? 0
        : isPlanned(was) && isPlanned(promise)
          ? Math.round((Date.parse(promise.readyAt) - Date.parse(was.readyAt)) / MS_PER_MIN)
          : null
    return { before: was, after: promise, laterMin }
  })
  return changes.sort((x, y) => weightOf(y) - weightOf(x))
}

/** What is not planned any more weighs most, what is sooner least. */
const weightOf = ({ before, after, laterMin }: PromiseChange) =>
  laterMin ??
  (after.readyAt === null && before?.readyAt !== null
    ? Infinity
    : before === null
      ? Number.MAX_SAFE_INTEGER
      : 0)

export const hasChanged = ({ laterMin, before, after }: PromiseChange) =>
  before === null ||
  (laterMin === null ? before.readyAt !== after.readyAt : Math.abs(laterMin) >= SAME_MIN)

/** How a promise would fare against how it fares, in a few words. */
export function changeWords({ before, after, laterMin }: PromiseChange): string {
  if (after.readyAt === null)
    return before === null || before.readyAt !== null
      ? 'cannot be planned'
      : 'still cannot be planned'
  if (before === null)
    return after.lateMin > 0 ? `late by ${formatDuration(after.lateMin)}` : 'in time'
  if (laterMin === null) return 'can be planned again'
  if (Math.abs(laterMin) < SAME_MIN) return 'as before'
  return `${formatDuration(Math.abs(laterMin))} ${laterMin > 0 ? 'later' : 'sooner'}`
}

/** The whole change in a sentence or two: how much moves, what slips and why, what gains. */
export function changeSentence(
  { moved }: Pick<ProposalOutcome, 'moved'>,
  changes: readonly PromiseChange[],
): string {
  const real = changes.filter((change) => change.before !== null)
  const tasks =
    moved.length === 0
      ? 'Nothing moves.'
      : moved.length === 1
        ? 'One task moves.'
        : `${moved.length} tasks move.`
  const slips = real.filter((change) =>
    change.after.readyAt === null
      ? change.before?.readyAt !== null
      : isLate(change.after) && (change.laterMin ?? 0) >= SAME_MIN,
  )
  const kept = real.filter(
    (change) => change.before !== null && isLate(change.before) && !isLate(change.after),
  )
  const [first] = slips
  const reason = first?.after.because.at(-1)
  const parts = [
    tasks,
    first
      ? `${slips.length === 1 ? 'One promise slips' : `${slips.length} promises slip`}: “${first.after.title}” ${first.after.readyAt === null ? 'cannot be planned' : `is ready ${formatDuration(first.laterMin ?? 0)} later`}${reason ? `, because ${reason}` : ''}.`
      : 'No promise slips.',
    kept.length > 0
      ? `${kept.length === 1 ? `“${kept[0]!.after.title}” is` : `${kept.length} promises are`} kept that would have been late.`
      : '',
  ]
  return parts.filter(Boolean).join(' ')
}

/** Which pots become one. */
export function potsWords({ letters }: Pick<ProposedMix, 'letters'>): string {
  const [last = '', ...others] = [...letters].reverse()
  return `Pots ${others.reverse().join(', ')} and ${last} are mixed as one`
}

/** What that saves. */
export const savingWords = ({ savesMin, savesMl }: ProposedMix): string =>
  `saves ${[savesMin >= 1 ? `${formatDuration(Math.round(savesMin))} of weighing and stirring` : '', savesMl >= 0.5 ? `${formatNumber(savesMl, 0)} ml left in cups` : ''].filter(Boolean).join(' and ') || 'a mix'}`
