import { statfsSync } from 'node:fs'
import { Sentence } from './Sentence'

const BYTES_PER_MB = 1_000_000

/**
 * Looks whether a folder's disk has room for what is about to be written, before half of it is.
 * @throws Sentence that says how much is free and how much is needed
 */
export function requireRoom(folder: string, neededMb: number): void {
  const { bavail, bsize } = statfsSync(folder)
  const freeMb = Math.floor((bavail * bsize) / BYTES_PER_MB)
  if (freeMb < neededMb)
    throw new Sentence(
      `The disk is full: ${folder} has ${freeMb} MB free and the database needs ${neededMb} MB. Nothing was lost; free some room and try again.`,
    )
}
