import { readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { DateTime } from 'luxon'

/** When hardly anybody pours. */
const HOUR = 3
const KEPT = 14
const NAME = /^nightly-\d{4}-\d{2}-\d{2}\.sql\.gz$/

/** The file of the night of an instant. */
export const nightlyFile = (folder: string, now: Date): string =>
  join(folder, `nightly-${DateTime.fromJSDate(now).toISODate()}.sql.gz`)

/** How long it is until the next night's backup, ms. */
export function untilNight(now: Date): number {
  const from = DateTime.fromJSDate(now)
  const tonight = from.set({ hour: HOUR, minute: 0, second: 0, millisecond: 0 })
  return (tonight > from ? tonight : tonight.plus({ days: 1 })).toMillis() - now.getTime()
}

/** Removes all nightly backups but the newest. @returns the names of those that are gone */
export function removeOldNights(folder: string): string[] {
  const old = readdirSync(folder)
    .filter((name) => NAME.test(name))
    .sort()
    .slice(0, -KEPT)
  for (const name of old) rmSync(join(folder, name))
  return old
}

/**
 * Backs up every night as long as the command runs.
 * @param back writes one backup; what goes wrong is said, and tried again the next night
 * @returns what ends it
 */
export function everyNight(
  now: () => Date,
  back: () => Promise<void>,
  say: (line: string) => void,
): () => void {
  let timer: ReturnType<typeof setTimeout>
  const wait = () => {
    timer = setTimeout(() => {
      back()
        .catch((error: Error) => say(`Tonight’s backup failed: ${error.message}`))
        .finally(wait)
    }, untilNight(now()))
    timer.unref()
  }
  wait()
  return () => clearTimeout(timer)
}
