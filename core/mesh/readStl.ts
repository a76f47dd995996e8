import { answer, issue, refuse, type Issue, type Refusal, type Result } from '../result'
import type { Triangles } from './types'

const HEADER_BYTES = 80
const TRIANGLE_BYTES = 50
const NUMBERS_PER_TRIANGLE = 9

const unreadable = (wrong: Issue): Refusal => refuse('unreadable-mesh', wrong)

/**
 * Reads an STL file, binary or text.
 * A file is binary when its length is exactly what its triangle count asks for, whatever its header
 * says.
 * Source: the StereoLithography interface specification (1989) as commonly written; units are taken
 * as mm.
 * @param bytes of the file
 * @param progress is told the share that has been read, 0 to 1
 * @returns the corners of all triangles; refuses with `unreadable-mesh` what is no STL, holds no
 *   triangle or no finite number
 */
export function readStl(
  bytes: Uint8Array,
  progress: (share: number) => void = () => undefined,
): Result<Triangles> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const count = bytes.byteLength >= HEADER_BYTES + 4 ? view.getUint32(HEADER_BYTES, true) : 0
  const read =
    count > 0 && bytes.byteLength === HEADER_BYTES + 4 + count * TRIANGLE_BYTES
      ? readBinary(view, count, progress)
      : readText(bytes, progress)
  if (!read.ok) return read
  if (!read.value.corners.every(Number.isFinite)) return unreadable(issue('', 'stl-not-finite'))
  return read
}

const EVERY = 1 << 15

function readBinary(
  view: DataView,
  count: number,
  progress: (share: number) => void,
): Result<Triangles> {
  const corners = new Float64Array(count * NUMBERS_PER_TRIANGLE)
  for (let i = 0; i < count; i++) {
    // Each triangle begins with its normal, which follows from the corners and is left out.
    const from = HEADER_BYTES + 4 + i * TRIANGLE_BYTES + 12
    for (let k = 0; k < NUMBERS_PER_TRIANGLE; k++)
      corners[i * NUMBERS_PER_TRIANGLE + k] = view.getFloat32(from + 4 * k, true)
    if (i % EVERY === 0) progress(i / count)
  }
  return answer({ corners, count })
}

/** A number as the text form writes it. */
const NUMBER = /^[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?$/
/** No word of the text form is longer; so no pattern is ever tried on more. */
const LONGEST_WORD = 64
const HEAD = /^\s*solid\b[^\n]*\n?/i
/** What stands in a facet besides its numbers, in order; `0` is any word, `1` a number. */
const VERTEX = ['vertex', 1, 1, 1]
const FACET: readonly (string | number)[] = [
  ...['facet', 'normal', 0, 0, 0, 'outer', 'loop'],
  ...VERTEX,
  ...VERTEX,
  ...VERTEX,
  ...['endloop', 'endfacet'],
]

/** Reads a text word by word, each character once. */
class Words {
  constructor(
    private readonly text: string,
    public at: number,
  ) {}

  /** The next word; empty at the end, and for one that is longer than any the text form has. */
  next(): string {
    const { text } = this
    while (this.at < text.length && isSpace(text.charCodeAt(this.at))) this.at++
    const from = this.at
    while (this.at < text.length && !isSpace(text.charCodeAt(this.at))) this.at++
    return this.at - from > LONGEST_WORD ? '' : text.slice(from, this.at)
  }
}
const BLANK = 32
const [TAB, RETURN] = [9, 13]
const isSpace = (code: number) => code === BLANK || (code >= TAB && code <= RETURN)

function readText(bytes: Uint8Array, progress: (share: number) => void): Result<Triangles> {
  const text = new TextDecoder().decode(bytes)
  const head = HEAD.exec(text)
  if (!head) return unreadable(issue('', 'stl-neither-form'))
  const numbers: number[] = []
  const words = new Words(text, head[0].length)
  const malformed = () =>
    unreadable(
      issue('', 'stl-malformed', {
        afterTriangles: Math.floor(numbers.length / NUMBERS_PER_TRIANGLE),
      }),
    )
  for (;;) {
    const first = words.next().toLowerCase()
    if (first === 'endsolid') break
    if (first !== FACET[0]) return malformed()
    for (const expected of FACET.slice(1)) {
      const word = words.next()
      if (expected === 1 ? !NUMBER.test(word) : expected !== 0 && word.toLowerCase() !== expected)
        return malformed()
      if (expected === 1) numbers.push(Number(word))
    }
    if (numbers.length % (NUMBERS_PER_TRIANGLE * EVERY) === 0) progress(words.at / text.length)
  }
  const count = numbers.length / NUMBERS_PER_TRIANGLE
  if (count === 0) return unreadable(issue('', 'stl-empty'))
  return answer({ corners: Float64Array.from(numbers), count })
}
