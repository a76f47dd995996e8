import type { Column, Content, TDocumentDefinitions } from 'pdfmake/interfaces'
import type { Paper } from '~~/shared/paper'
import { readableOn } from './readableOn'

/** What a card says of a pot; every figure comes ready from the core. */
export interface PotCard {
  letter: string
  tint: string
  title: string
  note: string
  resin: string
  /** What to read after each part, in order. */
  readings: { part: string; reading: string }[]
  /** The cups, with what goes into each. */
  cups: { name: string; dose: string }[]
  /** Its pours, in order. */
  pours: readonly string[]
  times: { name: string; value: string }[]
  cautions: readonly string[]
  /** Where the pot lives; drawn as a QR code. */
  address: string
}

const PT_PER_MM = 72 / 25.4
const MARGIN_MM = 7
const INK = '#24211c'
/** A smaller code would be drawn in cells of one point, which a telephone reads badly. */
const LEAST_CODE_PT = 62

/**
 * The standard fonts of a PDF know the letters of Windows-1252; others are replaced by what reads
 * alike.
 */
const ALIKE: Record<string, string> = {
  '\u2212': '-',
  '\u2009': ' ',
  '\u202f': ' ',
  '\u00a0': ' ',
  '\u2192': '>',
  '\u2264': '<=',
}
const CP1252 =
  /^[\x20-\x7e\u00a1-\u00ff\u20ac\u201a\u0192\u201e\u2026\u2020\u2021\u02c6\u2030\u0160\u2039\u0152\u017d\u2018\u2019\u201c\u201d\u2022\u2013\u2014\u02dc\u2122\u0161\u203a\u0153\u017e\u0178]$/
export const printable = (text: string): string =>
  [...text].map((letter) => (CP1252.test(letter) ? letter : (ALIKE[letter] ?? '?'))).join('')

/** The cup of a pot in its colour, with its letter, as the screens draw it. */
const cupOf = ({ letter, tint }: PotCard): string =>
  `<svg viewBox="-2 -2 88 100" xmlns="http://www.w3.org/2000/svg"><path d="M0 0H84L74 96H10Z" fill="${tint}" stroke="${INK}" stroke-width="4"/><text x="42" y="66" font-family="Helvetica" font-weight="bold" font-size="48" text-anchor="middle" fill="${readableOn(tint)}">${escaped(printable(letter))}</text></svg>`
const escaped = (text: string) =>
  text.replace(/[&<>]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[sign] ?? sign)

/** Lays out a mix card or a label for a pot: cup and code on top, what is weighed large under it. */
function potCardSheet(card: PotCard, paper: Paper): TDocumentDefinitions {
  const { grow } = paper
  const [width, height, margin] = [paper.widthMm, paper.heightMm, MARGIN_MM].map(
    (mm) => mm * PT_PER_MM,
  ) as [number, number, number]
  // Anew each time: what has been laid out once is not laid out again.
  const rule = (): Content => ({
    canvas: [
      { type: 'line', x1: 0, y1: 0, x2: width - 2 * margin, y2: 0, lineWidth: 0.6, lineColor: INK },
    ],
    margin: [0, 4 * grow, 0, 3 * grow],
  })
  const lines = (texts: readonly string[], fontSize: number): Content[] =>
    texts.map((text) => ({ text: printable(text), fontSize }))
  const pairs = (rows: readonly { name: string; value: string }[], points: number): Content[] =>
    rows.map(({ name, value }) => ({
      columns: [
        {
          text: printable(name),
          fontSize: Math.min(points * 0.8, 10 * grow),
          width: '*',
          margin: [0, points - Math.min(points * 0.8, 10 * grow), 0, 0],
        },
        { text: printable(value), fontSize: points, bold: true, width: 'auto' },
      ],
    }))
  const section = (contents: Content[]): Content[] =>
    contents.length > 0 ? [rule(), ...contents] : []
  const head: Column[] = [
    { svg: cupOf(card), width: 42 * grow },
    {
      stack: [
        { text: printable(card.title), fontSize: 13 * grow, bold: true },
        ...lines([card.note], 8.5 * grow),
      ],
      width: '*',
    },
    { qr: card.address, fit: Math.max(LEAST_CODE_PT, 66 * grow), eccLevel: 'M', width: 'auto' },
  ]
  return {
    info: { title: printable(`Pot ${card.letter}: ${card.title}`) },
    pageSize: { width, height },
    pageMargins: margin,
    defaultStyle: { font: 'Helvetica', color: INK, lineHeight: 1.06 },
    content: [
      { columns: head, columnGap: 8 },
      ...section([
        ...lines([card.resin], 10 * grow),
        ...pairs(
          card.readings.map(({ part, reading }) => ({ name: part, value: reading })),
          24 * grow,
        ),
      ]),
      ...section(
        pairs(
          card.cups.map(({ name, dose }) => ({ name, value: dose })),
          11 * grow,
        ),
      ),
      ...section(card.pours.length > 1 ? lines(card.pours, 9 * grow) : []),
      ...section(pairs(card.times, 11 * grow)),
      ...section(lines(card.cautions, 6.8 * grow)),
    ],
  }
}

/** Draws a mix card or a label for a pot. @returns the PDF file */
export async function drawPotCard(card: PotCard, paper: Paper): Promise<Uint8Array> {
  const [{ default: pdfmake }, { default: helvetica }] = await Promise.all([
    import('pdfmake/build/pdfmake.min.js'),
    import('pdfmake/build/standard-fonts/Helvetica.js'),
  ])
  pdfmake.addFontContainer(helvetica)
  return pdfmake.createPdf(potCardSheet(card, paper)).getBuffer()
}
