import { clockOf } from '../shared/time/clock'

const clock = clockOf(process.env.VELVET_NOW ?? '')

/** The present moment of this server; `VELVET_NOW` can shift it or hold it still. */
export const now = (): Date => new Date(clock())
