import type { Demand, IssueParams } from '../../core/issue'
import { formatDuration } from '../../core/units'
import type { PlanNames } from './names'

type Words = {
  [C in PlanIssueCode]: (params: IssueParams[C], names: PlanNames) => string
}
/** Codes of what keeps a plan from being made. */
export type PlanIssueCode =
  | 'skill-missing'
  | 'maker-missing'
  | 'station-missing'
  | 'place-missing'
  | 'place-too-small'
  | 'moulds-too-few'
  | 'longer-than-plan'
  | 'longer-than-shift'
  | 'waits-in-circle'
  | 'never-meet'
  | 'too-much-at-once'
  | 'dust-in-open'
  | 'takes-its-part'
  | 'begins-after'
  | 'within-one-shift'
  | 'begins-from'
  | 'begins-until'
  | 'ends-with-plan'
  | 'moulds-for-long'
  | 'fits-in-part'
  | 'no-time-beside-pins'
  | 'no-plan-found'
  | 'plan-lacks'
  | 'plan-breaks'

const listed = (words: readonly string[]) =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`

const thereAre = (count: number) => (count === 1 ? 'there is 1' : `there are ${count}`)

function demandWords(demand: Demand, { maker, mould }: PlanNames): string {
  const { asked, there } = demand
  switch (demand.of) {
    case 'makers':
      return `${asked} makers; only ${demand.ids.map(maker).join(' and ')} can do them`
    case 'station':
      return `${asked} stations of the kind "${demand.id}"; ${thereAre(there)}`
    case 'place':
      return `${asked} cm² of ${demand.id}; ${thereAre(there)}`
    case 'mould':
      return `${asked} of the mould ${mould(demand.id)}; ${thereAre(there)}`
  }
}

function waitWords({ minMin, maxMin }: IssueParams['begins-after']): string {
  if (maxMin !== null)
    return `${minMin > 0 ? `${formatDuration(minMin)} to ` : 'at most '}${formatDuration(maxMin)} after`
  if (minMin > 0) return `at least ${formatDuration(minMin)} after`
  return minMin < 0 ? `at most ${formatDuration(-minMin)} before, or after` : 'after'
}

/** Why there is no plan, in a manager's words. */
export const PLAN_ISSUE_WORDS: Words = {
  'skill-missing': ({ task, skill }, names) =>
    `nobody here has the skill ${names.skill(skill)} that ${names.task(task)} needs`,
  'maker-missing': ({ task }, names) => `there is no maker to do ${names.task(task)}`,
  'station-missing': ({ task, kind }, names) =>
    `the workshop has no station of the kind "${kind}" that ${names.task(task)} needs`,
  'place-missing': ({ task, kind }, names) =>
    `the workshop has no place of the kind "${kind}" that ${names.task(task)} needs`,
  'place-too-small': ({ task, kind, areaCm2 }, names) =>
    `${names.task(task)} needs ${areaCm2} cm² in one place, more than any ${kind} has`,
  'moulds-too-few': ({ task, mould, needed, there }, names) =>
    `${names.task(task)} needs ${needed} of the mould ${names.mould(mould)}, there are ${there}`,
  'longer-than-plan': ({ task, durationMin }, names) =>
    `${names.task(task)} takes ${durationMin} minutes, more than the plan has left after its release`,
  'longer-than-shift': ({ task, durationMin }, names) =>
    `${names.task(task)} takes ${durationMin} minutes, longer than any shift of those who can do it`,
  'waits-in-circle': ({ tasks }, names) =>
    `the waits contradict each other: ${[...tasks, tasks[0] ?? ''].map(names.task).join(' must come before ')}`,
  'never-meet': ({ task, horizonMin }, names) =>
    `${names.task(task)} finds no time: the waits around it and the shifts of those who can do it never meet before the plan ends at ${names.at(horizonMin)}`,
  'too-much-at-once': ({ tasks, minute, demand }, names) =>
    `${listed(tasks.map(names.task))} cannot but be under way at ${names.at(minute)} and ask for ${demandWords(demand, names)}`,
  'dust-in-open': ({ task, open }, names) =>
    `${names.task(task)} makes dust and cannot but fall into ${names.task(open)}, which lies open in the same room: the waits let it neither end before nor begin after. Another room for one of them, or a longer wait, would do`,
  'takes-its-part': ({ task, fromMin, toMin }, names) =>
    `${names.task(task)} takes its part from ${names.at(fromMin)} until ${names.at(toMin)}, wherever it lies`,
  'begins-after': (params, names) =>
    `${names.task(params.task)} begins ${waitWords(params)} ${names.task(params.after)}`,
  'within-one-shift': ({ task, durationMin }, names) =>
    `${names.task(task)} takes ${formatDuration(durationMin)} of one shift of somebody who can do it`,
  'begins-from': ({ task, minute }, names) =>
    `${names.task(task)} begins no sooner than ${names.at(minute)}`,
  'begins-until': ({ task, minute }, names) =>
    `${names.task(task)} begins no later than ${names.at(minute)}`,
  'ends-with-plan': ({ task, horizonMin }, names) =>
    `${names.task(task)} has to end before the plan does, at ${names.at(horizonMin)}`,
  'moulds-for-long': ({ mould, there, pieces, rounds, heldMin, takesMin, horizonMin }, names) =>
    `${pieces} pieces in ${there} of the mould ${names.mould(mould)} are ${rounds} rounds of ${formatDuration(heldMin)} each and done after ${formatDuration(takesMin)}, longer than the ${formatDuration(horizonMin)} that the plan looks ahead; more copies of it, or fewer pieces, would do`,
  'fits-in-part': ({ fits, pieces, horizonMin }) =>
    `of ${pieces} pieces only the first ${fits} find time in the ${formatDuration(horizonMin)} that the plan looks ahead, even by themselves; fewer pieces, more of the hands, moulds or places they need, or a second order for the rest would do`,
  'no-time-beside-pins': ({ task }, names) =>
    `${names.task(task)} found no time beside what is pinned. It is not proven that there is none; plan afresh, or loosen a pin`,
  'no-plan-found': ({ task, tries }, names) =>
    `no plan was found in ${tries} tries: most often ${names.task(task)} found no time. It is not proven that there is none; allow more time, or loosen a wait or a shift`,
  'plan-lacks': ({ tasks }, names) => `${listed(tasks.map(names.task))} are not in the plan`,
  'plan-breaks': ({ task, constraint }, names) =>
    `${names.task(task)} breaks what the plan must keep: ${CONSTRAINT_WORDS[constraint]}`,
}

const CONSTRAINT_WORDS: Record<IssueParams['plan-breaks']['constraint'], string> = {
  time: 'its minutes, its release or the end of the plan',
  maker: 'who can do it and is there, for one thing at a time',
  station: 'a station of its kind, for one thing at a time',
  place: 'a place of its kind with room for it',
  mould: 'as many moulds as there are',
  dust: 'no dust beside an open pour',
  lag: 'the wait before it',
}
