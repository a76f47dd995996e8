import { CLOCK, isColdBox } from '../../core/tasks'
import type { Binding } from '../../core/plan'
import type { PlanTaskRow } from '../types/plan'

/**
 * What keeps a task from starting a minute earlier, in words, with the names of who does it and
 * where it lies.
 */
export function whyThenWords(
  {
    binding,
    kind,
    withKey,
    startAt,
  }: Pick<PlanTaskRow, 'binding' | 'kind' | 'withKey' | 'startAt'>,
  holder: PlanTaskRow | undefined,
  maker: string,
  place = 'the rack',
): string {
  if (kind === 'mix' && binding === 'lag' && withKey === CLOCK)
    return 'Its resin has to come first: the stores do not hold enough for it.'
  if (binding === 'place' && isColdBox(withKey ?? ''))
    return 'The heated box begins to run just then: what lies in it is done before it stands cold again.'

  const other = holder ? `“${holder.title}”` : 'another task'
  const isBefore = holder === undefined || Date.parse(holder.startAt) < Date.parse(startAt)
  const words: Record<Binding, string> = {
    release: 'It starts as soon as the plan begins.',
    lag: isBefore
      ? `It comes after ${other}, as soon as the wait between the two is over.`
      : `Any sooner, and the window that it opens would close too soon for ${other}.`,
    mould: `The mould is still held by ${other}.`,
    place: `There is no room in ${place} until ${other} is taken off.`,
    station: `The station is taken by ${other}.`,
    dust: `Open resin and dust may not share a room, and ${other} is in the way.`,
    maker: `${maker} is busy with ${other}.`,
    shift: `${maker}’s shift begins just then.`,
    none: 'Nothing holds it there: it is done in time for what follows.',
  }
  return words[binding]
}
