import type { Triangles } from './types'

/**
 * Gives identical corners one number.
 * A hash table with open addressing over the bits of the coordinates: several times faster than
 * text keys.
 * @returns for each corner its number, and how many different ones there are
 */
export function mergeCorners({ corners, count }: Triangles): {
  numbers: Int32Array
  different: number
} {
  const total = count * 3
  const size = 2 ** Math.ceil(Math.log2(total * 2 + 1))
  const slots = new Int32Array(size).fill(-1)
  const numbers = new Int32Array(total)
  const first = new Int32Array(total)
  const bits = new Uint32Array(6)
  const values = new Float64Array(bits.buffer)
  let different = 0
  for (let i = 0; i < total; i++) {
    // Adding 0 turns −0 into 0.
    const [x, y, z] = [corners[3 * i]! + 0, corners[3 * i + 1]! + 0, corners[3 * i + 2]! + 0]
    values[0] = x
    values[1] = y
    values[2] = z
    let hash = 0
    for (let k = 0; k < 6; k++)
      hash = (Math.imul(hash ^ bits[k]!, 0x9e3779b1) ^ (hash >>> 15)) >>> 0
    let slot = hash & (size - 1)
    for (;;) {
      const known = slots[slot]!
      if (known < 0) {
        slots[slot] = different
        first[different] = i
        numbers[i] = different++
        break
      }
      const at = 3 * first[known]!
      if (corners[at] === x && corners[at + 1] === y && corners[at + 2] === z) {
        numbers[i] = known
        break
      }
      slot = (slot + 1) & (size - 1)
    }
  }
  return { numbers, different }
}
