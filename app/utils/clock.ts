import { clockOf } from '~~/shared/time/clock'

let clock = clockOf('')

/** Goes by the server's clock from here on; see VELVET_NOW in the README. */
export function setClock(setting: string): void {
  clock = clockOf(setting)
}

/** The present moment, milliseconds since 1970. */
export const nowMs = (): number => clock()
