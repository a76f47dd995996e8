import { DateTime } from 'luxon'

/** Instants as people in the workshop say them, in the workshop's own time zone. */
export function useWhen() {
  const workshop = useWorkshopStore()
  const local = (iso: string) => DateTime.fromISO(iso, { zone: workshop.timeZone })
  const localNow = () => DateTime.fromMillis(nowMs(), { zone: workshop.timeZone })
  /** Today's instants by the clock alone, others with their day. */
  const short = (iso: string) => {
    const at = local(iso)
    return at.hasSame(localNow(), 'day') ? at.toFormat('HH:mm') : at.toFormat('ccc d LLL HH:mm')
  }
  return {
    local,
    localNow,
    clock: (iso: string) => local(iso).toFormat('HH:mm'),
    day: (iso: string) => local(iso).toFormat('ccc d LLL'),
    dayAndClock: (iso: string) => local(iso).toFormat('ccc d LLL HH:mm'),
    /** So many months, this one first, as they are named and told. */
    lastMonths: (count: number) =>
      Array.from({ length: count }, (_, back) => {
        const at = localNow().minus({ months: back })
        return { value: at.toFormat('yyyy-LL'), label: at.toFormat('LLLL yyyy') }
      }),
    short,
    /** The end of a time whose beginning was told: its day only where that is another. */
    shortUntil: (from: string, until: string) =>
      local(from).hasSame(local(until), 'day') ? local(until).toFormat('HH:mm') : short(until),
  }
}
