import { DateTime } from 'luxon'
import {
  CLOCK,
  holdingChain,
  isColdBox,
  isOfClock,
  type HoldingLink,
  type TaskMeaning,
} from '../../../../core/question'
import type { PlanAnswer, PlanLag } from '../../../../core/plan'
import { formatDuration } from '../../../../core/units'

/** Links shorter than this say nothing that a manager could act on, minutes. */
const WORTH_SAYING_MIN = 30
const MOST_SENTENCES = 8

export interface Names {
  meaning: ReadonlyMap<string, TaskMeaning>
  person: (maker: string | null) => string
  order: (lineId: number) => string
  timeZone: string
  origin: Date
  /** By place in the plan: its kind. */
  placeKinds: ReadonlyMap<string, string>
  /** By pot that waits for its resin: what is waited for. */
  resins: ReadonlyMap<number, string>
}

/** Says in sentences what holds the end of a line where it is, from the first cause to the last. */
export function because(
  plan: PlanAnswer,
  taskIds: ReadonlySet<string>,
  lags: readonly PlanLag[],
  names: Names,
): string[] {
  const chain = holdingChain(plan, taskIds, lags)
  const ownLine = names.meaning.get(chain.at(-1)?.task.id ?? '')?.lineId
  const sentences = chain.flatMap((link, i) => sentenceOf(link, chain[i + 1], ownLine, names) ?? [])
  return sentences.filter((sentence, i) => sentence !== sentences[i - 1]).slice(-MOST_SENTENCES)
}

function sentenceOf(
  link: HoldingLink,
  next: HoldingLink | undefined,
  ownLine: number | undefined,
  names: Names,
): string | null {
  if (isOfClock(link.task.id)) return null
  const title = titleOf(link.task.id, ownLine, names)
  const other = titleOf(link.why.with, ownLine, names)
  const who = names.person(link.task.maker)
  const starts = DateTime.fromJSDate(names.origin, { zone: names.timeZone })
    .plus({ minutes: link.task.startMin })
    .toFormat('ccc d LLL HH:mm')
  const meaning = names.meaning.get(link.task.id)
  const resin = meaning?.kind === 'mix' ? names.resins.get(meaning.potId ?? 0) : undefined
  const long = link.takesMin >= WORTH_SAYING_MIN || link.waitMin >= WORTH_SAYING_MIN
  switch (link.why.binding) {
    case 'shift':
      return `${title} waits for ${who}'s shift, which begins ${starts}`
    case 'maker':
      return `${title} waits until ${who} has finished ${other}`
    case 'station':
      return `${title} waits for the station, where ${other} is being done`
    case 'place':
      if (isColdBox(link.why.with ?? ''))
        return `${title} waits until the heated box runs again, ${starts}`
      return `${title} waits for room ${names.placeKinds.get(link.task.place ?? '') === 'box' ? 'in the heated box' : 'on the rack'}, taken by ${other}`
    case 'mould':
      return `${title} waits for the mould, held by ${other}`
    case 'dust':
      return `${title} waits because open resin and dust may not share a room (${other})`
    case 'lag':
      if (link.why.with === CLOCK && resin !== undefined)
        return `${title} waits for ${resin}, of which the stores do not hold enough; it can be there ${starts}`
      return long
        ? `${title} takes ${formatDuration(link.takesMin)}${link.waitMin >= WORTH_SAYING_MIN ? ` after a wait of ${formatDuration(link.waitMin)}` : ''}`
        : null
    case 'release':
      return `${title} can start at once${long ? ` and takes ${formatDuration(link.takesMin)}` : ''}`
    case 'none':
      return next ? `${title} is done ${starts}, in time for what follows` : null
  }
}

/** A task by its title, and by its order too where that is another's. */
function titleOf(task: string | null, ownLine: number | undefined, names: Names): string {
  const meaning = task === null ? undefined : names.meaning.get(task)
  if (!meaning) return 'something else'
  return meaning.lineId === ownLine
    ? meaning.title
    : `${meaning.title} for “${names.order(meaning.lineId)}”`
}
