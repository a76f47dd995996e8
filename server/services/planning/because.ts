import { DateTime } from 'luxon'
import { holdingChain, type HoldingLink, type TaskMeaning } from '../../../core/batch'
import type { PlanAnswer, PlanLag } from '../../../core/plan'
import { formatDuration } from '../../../core/units'

/** Links shorter than this say nothing that a manager could act on, minutes. */
const WORTH_SAYING_MIN = 30
const MOST_SENTENCES = 8

export interface Names {
  meaning: ReadonlyMap<string, TaskMeaning>
  person: (maker: string | null) => string
  timeZone: string
  origin: Date
}

/** Says in sentences what holds the end of a line where it is, from the first cause to the last. */
export function because(plan: PlanAnswer, taskIds: ReadonlySet<string>, lags: readonly PlanLag[], names: Names): string[] {
  const sentences = holdingChain(plan, taskIds, lags).flatMap((link, i, chain) => sentenceOf(link, chain[i + 1], names) ?? [])
  return sentences.slice(-MOST_SENTENCES)
}

function sentenceOf(link: HoldingLink, next: HoldingLink | undefined, names: Names): string | null {
  const title = names.meaning.get(link.task.id)?.title ?? link.task.id
  const who = names.person(link.task.maker)
  const starts = DateTime.fromJSDate(names.origin, { zone: names.timeZone }).plus({ minutes: link.task.startMin }).toFormat('ccc d LLL HH:mm')
  const long = link.takesMin >= WORTH_SAYING_MIN || link.waitMin >= WORTH_SAYING_MIN
  switch (link.why.binding) {
    case 'shift':
      return `${title} waits for ${who}'s shift, which begins ${starts}`
    case 'maker':
      return `${title} waits until ${who} has finished ${titleOf(link.why.with, names)}`
    case 'station':
      return `${title} waits for the station, where ${titleOf(link.why.with, names)} is being done`
    case 'place':
      return `${title} waits for room on the rack, taken by ${titleOf(link.why.with, names)}`
    case 'mould':
      return `${title} waits for the mould, held by ${titleOf(link.why.with, names)}`
    case 'dust':
      return `${title} waits because open resin and dust may not share a room (${titleOf(link.why.with, names)})`
    case 'lag':
      return long ? `${title} takes ${formatDuration(link.takesMin)}${link.waitMin >= WORTH_SAYING_MIN ? ` after a wait of ${formatDuration(link.waitMin)}` : ''}` : null
    case 'release':
      return `${title} can start at once${long ? ` and takes ${formatDuration(link.takesMin)}` : ''}`
    case 'none':
      return next ? `${title} is done ${starts}, in time for what follows` : null
  }
}

const titleOf = (task: string | null, names: Names): string => (task === null ? 'something else' : (names.meaning.get(task)?.title ?? task))
