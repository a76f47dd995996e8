import { createRequire } from 'node:module'
import pdfmake from 'pdfmake'
import type { TDocumentDefinitions } from 'pdfmake/interfaces'

const require = createRequire(import.meta.url)
const REGULAR = require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans.ttf')
const BOLD = require.resolve('dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf')

pdfmake.setFonts({ Sheet: { normal: REGULAR, bold: BOLD } })
// Nothing is fetched, and nothing of this machine but the letters gets onto a sheet.
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.setLocalAccessPolicy((path) => path === REGULAR || path === BOLD)

/**
 * Lays out a sheet; its letters are embedded, so that it reads alike everywhere.
 * @returns the PDF file
 */
export const pdfOf = (sheet: TDocumentDefinitions): Promise<Buffer> =>
  pdfmake
    .createPdf({ ...sheet, defaultStyle: { font: 'Sheet', fontSize: 9, lineHeight: 1.25 } })
    .getBuffer()
