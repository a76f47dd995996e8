import { Decimal } from 'decimal.js'
import type { Money } from '../cost'
import type { MoneyRules } from './studioRules'

/** Whoever may be given work, and what an hour of theirs costs where that is their own. */
export interface Earner {
  skills: readonly string[]
  wage: Money | null
}

/** Stands for work that everybody can do. */
const ANYBODY = ''
const DIGITS = 4

/**
 * What an hour of each skill costs where people are paid differently: the mean over those who have
 * it, because who does the work is decided only by the plan. Whoever has no wage of their own costs
 * the labour rate of the rules.
 * Source: labour costed at a mean rate per trade, as in job costing.
 * @param people those who may be given work
 * @param labourRate an hour in the workshop's currency
 * @returns sums an hour by skill, rounded half up to a ten-thousandth; empty where all cost the
 *   labour rate
 */
export function wagesBySkill(
  people: readonly Earner[],
  labourRate: Money,
): Readonly<Record<string, Money>> {
  if (people.every(({ wage }) => wage === null)) return {}
  const mean = (some: readonly Earner[]): Money =>
    some
      .reduce((sum, { wage }) => sum.plus(wage ?? labourRate), new Decimal(0))
      .div(some.length)
      .toFixed(DIGITS, Decimal.ROUND_HALF_UP)
  const skills = new Set(people.flatMap((person) => person.skills))
  return Object.fromEntries([
    [ANYBODY, mean(people)],
    ...[...skills].map((skill) => [
      skill,
      mean(people.filter((person) => person.skills.includes(skill))),
    ]),
  ])
}

/**
 * What an hour of a step costs.
 * @param skill what it takes; null for work that everybody can do
 * @returns a sum an hour in the workshop's currency; the labour rate for a skill that nobody has
 */
export const wageOf = ({ wages, labourRate }: MoneyRules, skill: string | null): Money =>
  wages[skill ?? ANYBODY] ?? labourRate
