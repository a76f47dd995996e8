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

/** One facet as the text form writes it. */
const NUMBER = '([-+]?(?:\\d+\\.?\\d*|\\.\\d+)(?:[eE][-+]?\\d+)?)'
const TRIPLE = `\\s+${NUMBER}\\s+${NUMBER}\\s+${NUMBER}`
const FACET = new RegExp(
  `\\s*facet\\s+normal(?:\\s+\\S+){3}\\s+outer\\s+loop\\s+vertex${TRIPLE}\\s+vertex${TRIPLE}\\s+vertex${TRIPLE}\\s+endloop\\s+endfacet`,
  'yi',
)
const HEAD = /^\s*solid\b[^\n]*\n?/i
const TAIL = /\s*endsolid\b/iy

function readText(bytes: Uint8Array, progress: (share: number) => void): Result<Triangles> {
  const text = new TextDecoder().decode(bytes)
  const head = HEAD.exec(text)
  if (!head) return unreadable(issue('', 'stl-neither-form'))
  const numbers: number[] = []
  FACET.lastIndex = head[0].length
  let at = FACET.lastIndex
  for (let facet = FACET.exec(text); facet !== null; facet = FACET.exec(text)) {
    for (let k = 1; k <= NUMBERS_PER_TRIANGLE; k++) numbers.push(Number(facet[k]))
    at = FACET.lastIndex
    if (numbers.length % (NUMBERS_PER_TRIANGLE * EVERY) === 0) progress(at / text.length)
  }
  TAIL.lastIndex = at
  const count = numbers.length / NUMBERS_PER_TRIANGLE
  if (!TAIL.test(text)) return unreadable(issue('', 'stl-malformed', { afterTriangles: count }))
  if (count === 0) return unreadable(issue('', 'stl-empty'))
  return answer({ corners: Float64Array.from(numbers), count })
}
