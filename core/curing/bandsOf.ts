import { cureBand, type TemperatureStep } from '../cure'
import { MILESTONES, SOFT_MILESTONES, milestoneMin, type Awaited, type Resin } from '../trade'
import { clockOf, QUANTILES } from './clock'
import { touchedClock, type Touch } from './touchedClock'

/** When a milestone is reached: hardly before, likely and surely by these minutes. */
export interface Band {
  hardlyMin: number
  likelyMin: number
  surelyMin: number
}

const AWAITED_ALL: readonly Awaited[] = [...MILESTONES, ...SOFT_MILESTONES]

/** What `cureBand` wants to know of a resin. */
const curing = ({ referenceC, activationKJ, milestones }: Resin, names: readonly Awaited[]) => ({
  referenceC,
  activationKJ,
  milestones: Object.fromEntries(names.map((name) => [name, milestoneMin(milestones, name)])),
})

/**
 * When a poured resin reaches its milestones, and how sure that is: the one source of cure times.
 * @param profile the temperatures it meets, on a clock that starts at the pour
 * @param touches what fingers found on this piece
 * @param names those that are asked for
 * @returns minutes from the pour
 * @throws where the profile does not begin at the pour
 */
export function bandsOf(
  resin: Resin,
  profile: readonly TemperatureStep[],
  touches: readonly Touch[] = [],
  names: readonly Awaited[] = AWAITED_ALL,
): ReadonlyMap<Awaited, Band> {
  const clock = touchedClock(clockOf(resin), resin, profile, touches)
  const found = cureBand({
    resin: curing(resin, names),
    profile: [...profile],
    startMin: 0,
    clock,
    quantiles: QUANTILES,
  })
  if (!found.ok) throw new Error('a cure is followed from its pour on')
  return new Map(
    names.map((name) => {
      const [hardlyMin = NaN, likelyMin = NaN, surelyMin = NaN] = found.value.reachedMin[name] ?? []
      return [name, asFelt(name, { hardlyMin, likelyMin, surelyMin }, touches)]
    }),
  )
}

/** What fingers found of a milestone is so, whatever the clock says. */
const asFelt = (name: Awaited, band: Band, touches: readonly Touch[]): Band =>
  touches
    .filter(({ milestone }) => milestone === name)
    .reduce(({ hardlyMin, likelyMin, surelyMin }, { atMin, isThere }) => {
      const bound = (minutes: number) =>
        isThere ? Math.min(minutes, atMin) : Math.max(minutes, atMin)
      return {
        hardlyMin: bound(hardlyMin),
        likelyMin: bound(likelyMin),
        surelyMin: bound(surelyMin),
      }
    }, band)
