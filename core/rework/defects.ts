import type { Front } from '../trade'

/** What can be wrong with a face. */
export const DEFECTS = [
  'bubbles',
  'streak',
  'soft',
  'sticky',
  'sunk white',
  'dent',
  'dust',
  'bare spot',
  'lost colour',
  'crack',
  'warped',
] as const
export type Defect = (typeof DEFECTS)[number]

/** What was seen where on a face: shares of half its width and half its length from its middle. */
export interface Mark {
  defect: Defect
  face: Front
  x: number
  y: number
  /** Which piece of a set; empty where it is none. */
  part: string
}

/** What of an event of a piece is about its faces. */
export interface FaceEvent {
  kind: string
  part: string
  face: Front | null
  defect: Defect | null
  x: number | null
  y: number | null
}

export interface Faces {
  marks: Mark[]
  /** Which face somebody settled to be the front, by piece of a set. */
  fronts: ReadonlyMap<string, Front>
}

/**
 * What the log of a piece says of its faces: a mark that was taken off again has not been set, the
 * last word on the front holds.
 * @param events in the order in which they happened
 */
export function foldFaces(events: readonly FaceEvent[]): Faces {
  const marks: Mark[] = []
  const fronts = new Map<string, Front>()
  for (const { kind, part, face, defect, x, y } of events) {
    if (face === null) continue
    if (kind === 'front') fronts.set(part, face)
    if (defect === null || x === null || y === null) continue
    const mark = { defect, face, x, y, part }
    if (kind === 'seen') marks.push(mark)
    if (kind === 'mark off') {
      const at = marks.findLastIndex((one) => same(one, mark))
      if (at >= 0) marks.splice(at, 1)
    }
  }
  return { marks, fronts }
}

const same = (one: Mark, other: Mark) =>
  one.defect === other.defect &&
  one.face === other.face &&
  one.part === other.part &&
  one.x === other.x &&
  one.y === other.y
