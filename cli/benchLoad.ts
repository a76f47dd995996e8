import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { DEMO_PASSWORD } from '../demo/workshop'
import { STATE } from './lib/paths'
import { withDemo } from './lib/withDemo'
import { inSmall } from './lib/inSmall'

const MAKERS = inSmall(100, 5)
const NAMES = ['maren', 'tobin', 'wilda', 'osric', 'jessamy'] as const
const LASTS_MS = inSmall(45_000, 5000)
/** Somebody looks at a page, or has their hands full, for so long. */
const THINK_MS = [1000, 4000] as const
const HEALTH_EVERY_MS = 100
const IDLE_MS = inSmall(5000, 500)
const say = (line: string) => process.stdout.write(`${line}\n`)

/** What makers do, and how often in a hundred. */
const DOES = [
  ['GET', 'plan', 18],
  ['GET', 'pots', 18],
  ['GET', 'pieces', 18],
  ['GET', 'orders', 14],
  ['GET', 'recipes', 8],
  ['GET', 'notebook', 4],
  ['POST', 'note', 20],
] as const
type What = (typeof DOES)[number]

const quantile = (times: readonly number[], share: number) =>
  [...times].sort((x, y) => x - y)[Math.max(0, Math.ceil(share * times.length) - 1)] ?? 0

async function timed(send: () => Promise<Response>): Promise<{ ms: number; ok: boolean }> {
  const startedAt = performance.now()
  const answer = await send().catch(() => null)
  await answer?.arrayBuffer()
  return { ms: performance.now() - startedAt, ok: answer?.ok === true }
}

/** Asks for the health of the server again and again until it is over. */
async function health(address: string, isOver: () => boolean): Promise<number[]> {
  const times: number[] = []
  while (!isOver()) {
    times.push((await timed(() => fetch(`${address}/api/health`))).ms)
    await pause(HEALTH_EVERY_MS)
  }
  return times
}

function choose(): What {
  let left = Math.random() * 100
  return DOES.find(([, , share]) => (left -= share) < 0) ?? DOES[0]
}

/**
 * A hundred makers at once with time to think, reading and writing, and hearing what the others do:
 * how much longer everything takes than the health of an idle server, and what failed.
 */
export async function benchLoad(): Promise<void> {
  await withDemo(join(STATE, 'bench'), async (address) => {
    const cookies = await Promise.all(
      NAMES.map(async (name) => {
        const answer = await fetch(`${address}/api/session`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ signIn: name, password: DEMO_PASSWORD }),
        })
        return answer.headers
          .getSetCookie()
          .map((cookie) => cookie.split(';')[0])
          .join('; ')
      }),
    )
    const pieces = (await (
      await fetch(`${address}/api/pieces`, { headers: { cookie: cookies[0] ?? '' } })
    ).json()) as { id: number }[]
    const until = (ms: number) => {
      const ends = performance.now() + ms
      return () => performance.now() >= ends
    }
    const idle = quantile(await health(address, until(IDLE_MS)), 0.5)
    const isOver = until(LASTS_MS)
    const times = new Map<string, number[]>()
    let failed = 0
    const maker = async (i: number) => {
      // A guest may only note what is theirs, so that one only reads.
      const cookie = cookies[i % cookies.length] ?? ''
      const isGuest = NAMES[i % NAMES.length] === 'jessamy'
      const ends = new AbortController()
      const stream = fetch(`${address}/api/events`, { headers: { cookie }, signal: ends.signal })
      stream.then((answer) => answer.text()).catch(() => undefined)
      while (!isOver()) {
        await pause(THINK_MS[0] + Math.random() * (THINK_MS[1] - THINK_MS[0]))
        const [method, what] = choose()
        if (method === 'POST' && isGuest) continue
        const { ms, ok } = await timed(() =>
          method === 'GET'
            ? fetch(`${address}/api/${what}`, { headers: { cookie } })
            : fetch(`${address}/api/pieces/${pieces[i % pieces.length]?.id}/note`, {
                method,
                headers: { cookie, 'content-type': 'application/json' },
                body: JSON.stringify({ note: `seen by maker ${i}` }),
              }),
        )
        times.set(what, [...(times.get(what) ?? []), ms])
        if (!ok) failed++
      }
      ends.abort()
    }
    const [busy] = await Promise.all([
      health(address, isOver),
      ...Array.from({ length: MAKERS }, (_, i) => maker(i)),
    ])
    say(
      `\n${MAKERS} makers for ${LASTS_MS / 1000} s; an idle server answers health in ${idle.toFixed(1)} ms`,
    )
    const row = (name: string, own: readonly number[]) =>
      say(
        `  ${name.padEnd(10)} ${String(own.length).padStart(5)} asked   median ${quantile(own, 0.5).toFixed(1).padStart(6)} ms (${(quantile(own, 0.5) / idle).toFixed(1)} ×)   19 in 20 within ${quantile(own, 0.95).toFixed(0).padStart(5)} ms`,
      )
    row('health', busy)
    for (const [what, own] of times) row(what, own)
    say(`  ${failed} failed`)
  })
}
