import type { PDFFont, PDFPage } from 'pdf-lib'
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

const channel = (hex: string, from: number) => Number.parseInt(hex.slice(from, from + 2), 16) / 255

/** Breaks a text into lines that fit. */
function linesOf(text: string, font: PDFFont, size: number, width: number): string[] {
  const lines: string[] = []
  let line = ''
  for (const word of printable(text).split(' ')) {
    const longer = line === '' ? word : `${line} ${word}`
    if (line !== '' && font.widthOfTextAtSize(longer, size) > width) {
      lines.push(line)
      line = word
    } else line = longer
  }
  return [...lines, line]
}

/** Draws a mix card or a label for a pot. @returns the PDF file */
export async function drawPotCard(card: PotCard, paper: Paper): Promise<Uint8Array> {
  const [{ PDFDocument, StandardFonts, rgb }, qrcode] = await Promise.all([
    import('pdf-lib'),
    import('qrcode'),
  ])
  const document = await PDFDocument.create()
  document.setTitle(printable(`Pot ${card.letter}: ${card.title}`))
  const [font, bold] = [
    await document.embedFont(StandardFonts.Helvetica),
    await document.embedFont(StandardFonts.HelveticaBold),
  ]
  const { widthMm, heightMm, grow } = paper
  const [width, height, margin] = [widthMm * PT_PER_MM, heightMm * PT_PER_MM, MARGIN_MM * PT_PER_MM]
  const page: PDFPage = document.addPage([width, height])
  const ink = rgb(0.14, 0.13, 0.11)
  const colour = (hex: string) => rgb(channel(hex, 1), channel(hex, 3), channel(hex, 5))
  let y = height - margin

  const write = (
    text: string,
    points: number,
    face: PDFFont,
    x = margin,
    room = width - margin - x,
  ) => {
    for (const line of linesOf(text, face, points, room)) {
      y -= points * 1.22
      page.drawText(line, { x, y, size: points, font: face, color: ink })
    }
  }
  const rule = () => {
    y -= 5 * grow
    page.drawLine({
      start: { x: margin, y },
      end: { x: width - margin, y },
      thickness: 0.6,
      color: ink,
    })
    y -= 3 * grow
  }
  const pair = (name: string, value: string, points: number) => {
    y -= points * 1.35
    page.drawText(printable(name), {
      x: margin,
      y,
      size: Math.min(points * 0.8, 10 * grow),
      font,
      color: ink,
    })
    const text = printable(value)
    page.drawText(text, {
      x: width - margin - bold.widthOfTextAtSize(text, points),
      y,
      size: points,
      font: bold,
      color: ink,
    })
  }

  const cup = 42 * grow
  page.drawSvgPath('M0 0H84L74 96H10Z', {
    x: margin,
    y,
    scale: cup / 96,
    color: colour(card.tint),
    borderColor: ink,
    borderWidth: 2,
  })
  page.drawText(card.letter, {
    x: margin + cup * 0.44 - bold.widthOfTextAtSize(card.letter, cup * 0.5) / 2,
    y: y - cup * 0.68,
    size: cup * 0.5,
    font: bold,
    color: colour(readableOn(card.tint)),
  })
  const [qr, matrix] = [
    54 * grow,
    qrcode.create(card.address, { errorCorrectionLevel: 'M' }).modules,
  ]
  const cell = qr / matrix.size
  for (let row = 0; row < matrix.size; row++) {
    for (let column = 0; column < matrix.size; column++) {
      if (matrix.get(row, column))
        page.drawRectangle({
          x: width - margin - qr + column * cell,
          y: y - (row + 1) * cell,
          width: cell,
          height: cell,
          color: rgb(0, 0, 0),
        })
    }
  }
  const top = y
  write(card.title, 13 * grow, bold, margin + cup + 8, width - 2 * margin - cup - qr - 16)
  write(card.note, 8.5 * grow, font, margin + cup + 8, width - 2 * margin - cup - qr - 16)
  y = Math.min(y, top - Math.max(cup, qr)) - 4
  rule()
  write(card.resin, 10 * grow, font)
  for (const { part, reading } of card.readings) pair(part, reading, 24 * grow)
  if (card.cups.length > 0) {
    rule()
    for (const { name, dose } of card.cups) pair(name, dose, 11 * grow)
  }
  if (card.pours.length > 1) {
    rule()
    for (const pour of card.pours) write(pour, 9 * grow, font)
  }
  rule()
  for (const { name, value } of card.times) pair(name, value, 11 * grow)
  rule()
  for (const caution of card.cautions) write(caution, 6.8 * grow, font)
  return document.save()
}
