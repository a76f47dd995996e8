import { MS_PER_DAY } from '../units'

/**
 * Until when a bottle may be used: the end of what stands on it, or so long after it was opened,
 * whichever is sooner.
 * @param useBy ms since 1970, the end of the day on its label; null where there is none
 * @param opened ms since 1970; null while it is closed
 * @param keepsDays how long it keeps once open; null where nobody says
 */
export function usableUntil(
  useBy: number | null,
  opened: number | null,
  keepsDays: number | null,
): number | null {
  const open = opened === null || keepsDays === null ? null : opened + keepsDays * MS_PER_DAY
  if (useBy === null || open === null) return useBy ?? open
  return Math.min(useBy, open)
}
