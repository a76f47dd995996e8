/** A sheet that cards or labels are printed on. */
export interface Paper {
  name: string
  widthMm: number
  heightMm: number
  /** How much larger than on a label of 100 × 150 mm its letters are. */
  grow: number
}

/** What mix cards are printed on. */
export const CARD_PAPERS = {
  a4: { name: 'A4', widthMm: 210, heightMm: 297, grow: 1.45 },
  a5: { name: 'A5', widthMm: 148, heightMm: 210, grow: 1.1 },
  letter: { name: 'Letter', widthMm: 215.9, heightMm: 279.4, grow: 1.4 },
} as const satisfies Record<string, Paper>
export type CardPaper = keyof typeof CARD_PAPERS

/** What labels are printed on. */
export const LABEL_PAPERS = {
  '100x150': { name: '100 × 150', widthMm: 100, heightMm: 150, grow: 1 },
  '4x6': { name: '4 × 6 in', widthMm: 101.6, heightMm: 152.4, grow: 1 },
  '3x4': { name: '3 × 4 in', widthMm: 76.2, heightMm: 101.6, grow: 0.68 },
} as const satisfies Record<string, Paper>
export type LabelPaper = keyof typeof LABEL_PAPERS

const namesOf = <K extends string>(papers: Record<K, Paper>) => Object.keys(papers) as K[]
export const CARD_PAPER_NAMES = namesOf(CARD_PAPERS)
export const LABEL_PAPER_NAMES = namesOf(LABEL_PAPERS)
