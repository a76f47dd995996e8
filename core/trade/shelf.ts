/** One shelf of a rack or a heated box, mm; `clearMm` is the height up to what is above it. */
export interface Shelf {
  widthMm: number
  depthMm: number
  clearMm: number
  /** Whether it is level: what cures lies only there. */
  isLevel: boolean
}

const MM2_PER_CM2 = 100

/** The room that shelves give to what cures: the sum of those that are level. @returns cm² */
export const levelAreaCm2 = (shelves: readonly Shelf[]): number =>
  shelves
    .filter(({ isLevel }) => isLevel)
    .reduce((sum, { widthMm, depthMm }) => sum + (widthMm * depthMm) / MM2_PER_CM2, 0)
