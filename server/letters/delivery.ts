import { now } from '../clock'
import { log } from '../utils/log'
import { sendDue } from './outbox'
import { postOf } from './smtpPost'
import type { Post } from './Post'

const LOOK_EVERY_MS = 30_000

let post: Post | null | undefined
let running: Promise<void> | null = null
let timer: NodeJS.Timeout | null = null

/** The post of this installation; null where letters stay in the house. */
export const thePost = (): Post | null => (post ??= postOf(process.env))

/** Sends what is due now, unless it is being done. */
export function deliver(): void {
  const by = thePost()
  if (by === null || running) return
  running = sendDue(by, now)
    .catch((error: unknown) => log.error({ error }, 'letters could not be sent'))
    .finally(() => (running = null))
}

/** Looks from time to time for letters that are due. */
export function beginDelivery(): void {
  if (thePost() === null) return
  timer = setInterval(deliver, LOOK_EVERY_MS).unref()
  deliver()
}

export async function endDelivery(): Promise<void> {
  if (timer) clearInterval(timer)
  await running
}
