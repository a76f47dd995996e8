import { temperatureOfStays } from '../core/cure'
import { bandsOf } from '../core/curing'
import { RESINS } from '../demo/resins'
import { MINUTES_PER_DAY } from '../core/units'
import { median } from './lib/median'
import { inSmall } from './lib/inSmall'

const PIECES = inSmall(200, 10)
const ROUNDS = inSmall(15, 2)
const FOLLOWED_DAYS = 30
/** Somebody reads a thermometer so often, and a finger touches each piece twice. */
const READINGS_A_DAY = 6
const LAIN_DAYS = 7
const say = (line: string) => process.stdout.write(`${line}\n`)

const room = { dayC: 21, nightC: 17, dayFromMin: 480, nightFromMin: 1260 }

/** The temperatures of a piece with a week of readings, the worst that is met: none alike. */
const profileOf = (piece: number) =>
  temperatureOfStays(
    [
      {
        fromMin: 0,
        climate: room,
        startOfDayMin: (piece * 37) % MINUTES_PER_DAY,
        readings: Array.from({ length: READINGS_A_DAY * LAIN_DAYS }, (_, i) => ({
          atMin: (i * MINUTES_PER_DAY) / READINGS_A_DAY,
          tempC: 18 + ((i * 7 + piece) % 5),
        })),
      },
    ],
    FOLLOWED_DAYS,
  )

/** All milestones of two hundred pieces that lie, each with temperatures and touches of its own. */
export function benchCures(): Promise<void> {
  const [resin] = RESINS
  if (!resin) throw new Error('the demo has resins')
  const whole = { ...resin, id: 1 }
  const pass = () => {
    const startedAt = performance.now()
    for (let piece = 0; piece < PIECES; piece++)
      bandsOf(whole, profileOf(piece), [
        { milestone: 'gel', atMin: 240, isThere: false },
        { milestone: 'gel', atMin: 400 + (piece % 60), isThere: true },
      ])
    return performance.now() - startedAt
  }
  pass()
  const times = Array.from({ length: ROUNDS }, pass)
  say('')
  say(
    `The milestones of ${PIECES} pieces, each with ${READINGS_A_DAY * LAIN_DAYS} readings and two touches of its own: ${median(times).toFixed(0)} ms, ${Math.max(...times).toFixed(0)} at worst.`,
  )
  return Promise.resolve()
}
