import { surplusHomes } from '~~/core/pot'
import type { Measure } from '~~/core/mix'
import type { SurplusAnswer } from '~~/core/surplus'
import type { Pot } from '~~/shared/types/pots'

/**
 * Where what pots leave finds a home: the filler moulds of the workshop, shared by the pots of one
 * day.
 */
export function useSurplusHomes() {
  const workshop = useWorkshopStore()
  const resins = useResinStore()
  const plan = usePlanStore()
  const { local } = useWhen()

  /** The day in words under which a pot is listed. */
  const dayOf = (pot: Pot) =>
    pot.state === 'mixing'
      ? 'at the bench now'
      : pot.startAt
        ? local(pot.startAt).toFormat('cccc d LLLL')
        : 'not in the plan'

  function homesOf(pots: readonly Pot[], measure: Measure): SurplusAnswer | null {
    if (!workshop.rules) return null
    const spare = pots.map(({ letter, needMl, resinId }) => {
      const resin = resins.byId.get(resinId)
      const mixed = resin && mixForPot(resin, needMl, measure)
      return {
        id: letter,
        needMl,
        roundingMl: mixed && typeof mixed !== 'string' ? mixed.measured.surplusMl : null,
      }
    })
    const homes = surplusHomes(spare, workshop.offeredMoulds, workshop.rules.reservePct)
    return homes.ok ? homes.value : null
  }
  /** What a pot leaves, laid out together with the other pots of its day. */
  function homesOfPot(
    pot: Pot,
    measure: Measure,
  ): { fills: SurplusAnswer['fills']; lostMl: number } | null {
    const homes = homesOf(
      plan.pots.filter((other) => dayOf(other) === dayOf(pot)),
      measure,
    )
    return (
      homes && {
        fills: homes.fills.filter((fill) => fill.pot === pot.letter),
        lostMl: homes.lost
          .filter((one) => one.pot === pot.letter)
          .reduce((sum, one) => sum + one.ml, 0),
      }
    )
  }
  return { dayOf, homesOf, homesOfPot }
}
