import type { PlanLine } from '../../../../core/tasks'
import { issue, type Issue } from '../../../../core/result'

/**
 * How many pieces of a line that finds no time find it, with nothing else in the workshop.
 * @param isFound whether some of its pieces find time by themselves
 * @returns null where not even its first pieces do
 */
export async function fitsInPart(
  line: PlanLine,
  horizonMin: number,
  isFound: (part: PlanLine) => Promise<boolean>,
): Promise<Issue | null> {
  // Pots end where their pieces do, so a line can be cut only where all its layers are.
  const ends = [...new Set(line.pots.map(lastPiece))]
    .filter((end) => line.pots.every((pot) => pot.firstPiece > end || lastPiece(pot) <= end))
    .sort((x, y) => x - y)
  // It is known to fit up to `ends[fits]` and not to fit up to `ends[misses]`.
  let [fits, misses] = [-1, ends.length - 1]
  while (misses - fits > 1) {
    const middle = (fits + misses) >> 1
    const end = ends[middle] ?? 0
    const pots = line.pots.filter((pot) => lastPiece(pot) <= end)
    if (await isFound({ ...line, quantity: end, pots })) fits = middle
    else misses = middle
  }
  const pieces = ends[fits]
  return pieces === undefined
    ? null
    : issue('', 'fits-in-part', {
        fits: pieces,
        pieces: line.quantity,
        horizonMin,
      })
}

const lastPiece = ({ firstPiece, pieces }: PlanLine['pots'][number]) => firstPiece + pieces - 1
