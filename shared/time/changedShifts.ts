type Span = [number, number]

/**
 * Shifts with hours beyond them added, where they touch as one, and the hours away cut out; all in
 * the same unit of time.
 */
export const changedShifts = (
  shifts: readonly Span[],
  away: readonly Span[],
  extra: readonly Span[],
): Span[] => away.reduce(without, united([...shifts, ...extra.filter(([from, to]) => from < to)]))

/**
 * Shifts that touch or overlap become one: who stays longer works on.
 * @param gap those that lie no farther apart become one too
 */
export function united(shifts: readonly (readonly [number, number])[], gap = 0): Span[] {
  const all: Span[] = []
  for (const [from, to] of [...shifts].sort((x, y) => x[0] - y[0])) {
    const last = all.at(-1)
    if (last && from <= last[1] + gap) last[1] = Math.max(last[1], to)
    else all.push([from, to])
  }
  return all
}

const without = (shifts: Span[], [from, to]: Span): Span[] =>
  shifts.flatMap(([opens, closes]): Span[] =>
    closes <= from || to <= opens
      ? [[opens, closes]]
      : (
          [
            [opens, from],
            [to, closes],
          ] as Span[]
        ).filter(([x, y]) => x < y),
  )
