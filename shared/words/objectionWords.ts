import type { Objection } from '../../core/plan'

/** How an objection is put into words: what tasks, people and minutes are called. */
export interface ObjectionNames {
  task: (id: string | null) => string
  person: (maker: string) => string
  at: (minute: number) => string
}

/** Why a task cannot begin there, in a sentence. */
export function objectionWords(objection: Objection, { task, person, at }: ObjectionNames): string {
  switch (objection.because) {
    case 'past':
      return 'That time has passed.'
    case 'end':
      return 'The plan does not reach so far.'
    case 'early':
      return `Too early: ${task(objection.with)} has to come first, which leaves nothing before ${at(objection.boundMin)}.`
    case 'late':
      return `Too late: because of ${task(objection.with)} it has to begin by ${at(objection.boundMin)}.`
    case 'skill':
      return `${person(objection.maker)} has not the skill for it.`
    case 'shift':
      return objection.maker === null
        ? 'Nobody who can do it is there for so long.'
        : `${person(objection.maker)} is not there for so long: no shift holds it whole.`
  }
}
