import { formatNumber, MINUTES_PER_HOUR } from '~~/core/units'

interface LoadSources {
  hands: readonly {
    name: string
    weeks: readonly { plannedMin: number; shiftMin: number }[]
  }[]
  places: readonly { name: string; mostCm2: number; areaCm2: number }[]
  /** By day, how many of a mould are held at most. */
  moulds: readonly { name: string; count: number; days: readonly number[] }[]
  weekWords: (week: number) => string
}
interface Tight {
  /** How much of what there is is used, 0 to 1 and beyond. */
  share: number
  words: string
}

/** The tightest hands, place and mould of a plan, the tightest first. */
export function tightestOf({ hands, places, moulds, weekWords }: LoadSources): Tight[] {
  return [
    most(
      hands.flatMap(({ name, weeks }) =>
        weeks.map(({ plannedMin, shiftMin }, week) => ({
          share: shiftMin === 0 ? 0 : plannedMin / shiftMin,
          words: `${name}, ${weekWords(week)}: ${inHours(plannedMin)} of ${inHours(shiftMin)} hours are planned`,
        })),
      ),
    ),
    most(
      places.map(({ name, mostCm2, areaCm2 }) => ({
        share: mostCm2 / areaCm2,
        words: `${name}: at its fullest ${inCm2(mostCm2)} of ${inCm2(areaCm2)} are taken`,
      })),
    ),
    most(
      moulds.map(({ name, count, days }) => {
        const full = days.filter((held) => held >= count).length
        return {
          share: full / days.length,
          words: `${name}: all ${count} are held on ${full} of ${days.length} days`,
        }
      }),
    ),
  ]
    .filter((one) => one !== null)
    .sort((x, y) => y.share - x.share)
}

/** The one that is used most, the first of several; none where nothing is used. */
const most = (list: readonly Tight[]): Tight | null =>
  list.reduce<Tight | null>((best, one) => (one.share > (best?.share ?? 0) ? one : best), null)
const inHours = (minutes: number) => (minutes / MINUTES_PER_HOUR).toFixed(1)
const inCm2 = (area: number) => `${formatNumber(area, 0)} cm²`
