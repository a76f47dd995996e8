import type { MakerId } from './ids'
import type { Workroom } from './planLine'

/** Work that asks for no skill, where not everybody may do it. */
const ANY = 'hands'
const FOR = '@'

/**
 * The skill that a task asks for where some makers work on their own orders only: it then says whose
 * the order is, so that they can do the task, and everybody else who has the skill too.
 * @param owner whose the order is, if it is of one of these; else null
 */
export const skillFor = (
  skill: string | null,
  owner: MakerId | null,
  { ownOnly }: Pick<Workroom, 'ownOnly'>,
): string | null => {
  if (ownOnly.length === 0) return skill
  const isOfOne = owner !== null && ownOnly.includes(owner)
  return isOfOne ? `${skill ?? ANY}${FOR}${owner}` : (skill ?? ANY)
}

/** The makers with the skills that `skillFor` asks for. */
export function makersFor({ makers, ownOnly }: Pick<Workroom, 'makers' | 'ownOnly'>) {
  if (ownOnly.length === 0) return makers
  return makers.map((maker) => {
    const plain = [...maker.skills, ANY]
    const owned = (owner: MakerId) => plain.map((skill) => `${skill}${FOR}${owner}`)
    return {
      ...maker,
      skills: ownOnly.includes(maker.id) ? owned(maker.id) : [...plain, ...ownOnly.flatMap(owned)],
    }
  })
}

/** A skill as people call it. */
export const plainSkill = (skill: string): string => skill.split(FOR)[0] ?? skill
