import { CLOCK, isColdBox, isOfClock, type HoldingLink, type TaskMeaning } from '../../core/tasks'
import { formatDuration } from '../../core/units'

/** Links shorter than this say nothing that a manager could act on, minutes. */
const WORTH_SAYING_MIN = 30

/** What people call the things that hold a task. */
export interface HoldingNames {
  meaning: ReadonlyMap<string, TaskMeaning>
  person: (maker: string | null) => string
  order: (lineId: number) => string
  /** An instant on the plan's clock. */
  at: (minute: number) => string
  /** By place in the plan: its kind. */
  placeKinds: ReadonlyMap<string, string>
  /** By pot that waits for its resin: what is waited for. */
  resins: ReadonlyMap<number, string>
}

/**
 * What holds a task where it is, in a sentence; null where that is nothing that anybody could act on.
 * @param next the link after it
 * @param ownLine the line whose end is explained; tasks of others are told with their order
 */
export function holdingWords(
  link: HoldingLink,
  next: HoldingLink | undefined,
  ownLine: number | undefined,
  names: HoldingNames,
): string | null {
  if (isOfClock(link.task.id)) return null
  const title = titleOf(link.task.id, ownLine, names)
  const other = titleOf(link.why.with, ownLine, names)
  const who = names.person(link.task.maker)
  const starts = names.at(link.task.startMin)
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
function titleOf(task: string | null, ownLine: number | undefined, names: HoldingNames): string {
  const meaning = task === null ? undefined : names.meaning.get(task)
  if (!meaning) return 'something else'
  return meaning.lineId === ownLine
    ? meaning.title
    : `${meaning.title} for “${names.order(meaning.lineId)}”`
}
