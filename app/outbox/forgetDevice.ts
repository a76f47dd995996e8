import { forgetRead } from './forgetRead'
import { forgetRuns } from './kept'

/** Forgets what was seen at this device, but nothing of what was done there and is not sent yet. */
export async function forgetDevice(): Promise<void> {
  await forgetRuns()
  await forgetRead()
}
