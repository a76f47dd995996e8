/** What became of one part of the tests. */
export interface Outcome {
  passed: number
  failed: number
  /** How long its files took, where it tells. */
  files: { file: string; ms: number }[]
}

export const NOTHING: Outcome = { passed: 0, failed: 0, files: [] }

/** A part that holds or does not, such as the linter. */
export const asOutcome = (holds: boolean): Outcome => ({
  passed: Number(holds),
  failed: Number(!holds),
  files: [],
})

export const together = (outcomes: readonly Outcome[]): Outcome =>
  outcomes.reduce(
    (all, one) => ({
      passed: all.passed + one.passed,
      failed: all.failed + one.failed,
      files: [...all.files, ...one.files],
    }),
    NOTHING,
  )
