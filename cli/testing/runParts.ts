import { asOutcome, type Outcome } from './outcome'
import type { Say } from './runProgram'

/** One thing that is checked, as a program or several. */
export interface Part {
  name: string
  /** Parts that have to have ended well before, by name. */
  after?: readonly string[]
  /** How many of the lanes it keeps busy. @default 1 */
  lanes?: number
  run: (say: Say) => Promise<Outcome>
}

/** What a part came to, and how long it took. */
export interface PartRun {
  name: string
  outcome: Outcome
  ms: number
}

/** Two cores do two things at a time. */
const LANES = 2

/**
 * Runs parts beside each other, as many as there are lanes, in the order given as far as what they
 * wait for allows. What a part says is shown in one piece once it has ended, so that two never mix.
 * A part whose forerunner failed counts as failed.
 * @returns in the order in which they ended
 */
export async function runParts(parts: readonly Part[], show: Say): Promise<PartRun[]> {
  const waiting = [...parts]
  const ended: PartRun[] = []
  const running = new Set<Promise<void>>()
  let busy = 0

  const begin = (part: Part, isHopeless: boolean) => {
    const said: string[] = []
    const startedAt = performance.now()
    busy += lanesOf(part)
    const one = (isHopeless ? Promise.resolve(asOutcome(false)) : safely(part, said))
      .then((outcome) => {
        busy -= lanesOf(part)
        const ms = performance.now() - startedAt
        ended.push({ name: part.name, outcome, ms })
        const word = outcome.failed === 0 ? 'well' : `${outcome.failed} failed`
        show(`\n── ${part.name}: ${word}, ${(ms / 1000).toFixed(0)} s\n${said.join('')}`)
      })
      .finally(() => running.delete(one))
    running.add(one)
  }

  while (waiting.length > 0 || running.size > 0) {
    for (const part of [...waiting]) {
      const before = (part.after ?? []).map((name) => ended.find((one) => one.name === name))
      if (before.includes(undefined) || busy + lanesOf(part) > LANES) continue
      waiting.splice(waiting.indexOf(part), 1)
      begin(
        part,
        before.some((one) => one && one.outcome.failed > 0),
      )
    }
    if (running.size === 0) throw new Error('parts wait for each other')
    await Promise.race(running)
  }
  return ended
}

const lanesOf = ({ lanes = 1 }: Part) => Math.min(LANES, lanes)

/** A part that breaks down is a failed one, with what broke it. */
const safely = (part: Part, said: string[]): Promise<Outcome> =>
  part
    .run((text) => said.push(text))
    .catch((error: Error) => {
      said.push(`${error.stack ?? error.message}\n`)
      return asOutcome(false)
    })
