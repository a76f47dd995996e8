import { makerId, type MakerId } from './ids'
import type { Workroom } from './planLine'

/** Work that asks for no skill, where not everybody may do it. */
const ANY = 'hands'
const FOR = '@'

/** What only one maker can do. */
const only = (maker: MakerId) => `${ANY}${FOR}only-${maker}`

/**
 * The skill that a task asks for. What only one person does is a skill of theirs, as long as they are
 * there. Where some makers work on their own orders only it says whose the order is, so that they
 * can do the task, and everybody else who has the skill too.
 * @param owner whose the order is, if it is of one of these; else null
 */
export const skillFor = (
  skill: string | null,
  { owner, personId }: { owner: MakerId | null; personId: number | null },
  { makers, ownOnly }: Pick<Workroom, 'makers' | 'ownOnly'>,
): string | null => {
  const maker = personId === null ? null : makerId.of(personId)
  if (maker !== null && makers.some(({ id }) => id === maker)) return only(maker)
  if (ownOnly.length === 0) return skill
  const isOfOne = owner !== null && ownOnly.includes(owner)
  return isOfOne ? `${skill ?? ANY}${FOR}${owner}` : (skill ?? ANY)
}

/**
 * The makers with the skills that `skillFor` asks for.
 * @param namesPeople whether something is done by one person only
 */
export function makersFor(
  { makers, ownOnly }: Pick<Workroom, 'makers' | 'ownOnly'>,
  namesPeople: boolean,
) {
  if (ownOnly.length === 0 && !namesPeople) return makers
  return makers.map((maker) => {
    const own = namesPeople ? [...maker.skills, only(maker.id)] : maker.skills
    if (ownOnly.length === 0) return { ...maker, skills: own }
    const plain = [...own, ANY]
    const owned = (owner: MakerId) => plain.map((skill) => `${skill}${FOR}${owner}`)
    return {
      ...maker,
      skills: ownOnly.includes(maker.id) ? owned(maker.id) : [...plain, ...ownOnly.flatMap(owned)],
    }
  })
}

/** A skill as people call it. */
export const plainSkill = (skill: string): string => skill.split(FOR)[0] ?? skill
