import type { Content, TableCell } from 'pdfmake/interfaces'
import sharp from 'sharp'
import { faceSvg } from '../../../core/face'
import { withDecimalMark } from '../../../core/units'
import { writeDay } from '../../../shared/time/days'
import type { Quote } from '../../../shared/types/quotes'
import { database } from '../../db/database'
import { customers } from '../../db/house/customers'
import { getOrder } from '../../db/orders'
import { getPinned, listPinned } from '../../db/pinned'
import * as rows from '../../db/quotes'
import type { Db } from '../../db/rows'
import { getWorkspace, listPigments } from '../../db/workshop'
import { recipesOfLines } from '../recipes/lineRecipes'
import { pdfOf } from '../sheets/pdf'
import { found } from '../transactions'
import type { Who } from '../Who'

/** Of a picture, points. */
const PICTURE_PT = 110
const PHOTO_PX = 640

/**
 * A quote as a sheet for whoever it is sent to: its pieces with their faces, what they cost and until
 * when that holds, and a photograph where one is pinned to the order or its recipes. What it costs
 * the workshop is not on it.
 */
export async function quoteSheet(who: Who, id: number): Promise<{ name: string; pdf: Buffer }> {
  const db = database()
  const { workspaceId } = who
  const quote = found(await rows.getQuote(db, workspaceId, id), 'quote')
  const order = found(await getOrder(db, workspaceId, quote.orderId), 'order')
  const [workshop, known, photo, faces] = await Promise.all([
    getWorkspace(db, workspaceId),
    customers.list(db, workspaceId),
    photoOf(db, workspaceId, quote),
    facesOf(db, workspaceId, quote),
  ])
  const customer = known.find(({ name }) => name === order.customer)
  const { validUntil, number, note, sentAt } = quote
  const day = (iso: string) => writeDay(iso.slice(0, 10), workshop.dateStyle)
  const pdf = await pdfOf({
    pageSize: workshop.paper.card === 'letter' ? 'LETTER' : 'A4',
    pageMargins: [48, 48, 48, 56],
    info: { title: `Quote ${number}`, author: workshop.name },
    footer: (page, pages) => ({
      text: `Quote ${number} · page ${page} of ${pages}`,
      alignment: 'center',
      margin: [0, 16],
    }),
    content: [
      { text: workshop.name, fontSize: 11 },
      { text: `Quote ${number}`, fontSize: 20, bold: true, margin: [0, 4, 0, 8] },
      {
        columns: [
          { text: [order.customer, customer?.address ?? ''].filter(Boolean).join('\n') },
          {
            alignment: 'right',
            text: [
              `${order.title}\n`,
              `of ${day(sentAt)}\n`,
              { text: `good until ${day(validUntil)}`, bold: true },
            ],
          },
        ],
        margin: [0, 0, 0, 14],
      },
      ...pictures(faces, photo),
      table(quote, (sum) => withDecimalMark(sum, workshop.decimalMark)),
      ...(note === '' ? [] : [{ text: note, margin: [0, 12, 0, 0] } as Content]),
      {
        text: 'Local tax rules decide what has to stand on an invoice; this sheet is a quote.',
        fontSize: 7.5,
        margin: [0, 18, 0, 0],
      },
    ],
  })
  return { name: `quote-${number}`, pdf }
}

function pictures(faces: readonly string[], photo: string | null): Content[] {
  const all: Content[] = [
    ...faces.map((svg): Content => ({ svg, fit: [PICTURE_PT, PICTURE_PT] })),
    ...(photo === null ? [] : [{ image: photo, fit: [PICTURE_PT, PICTURE_PT] } as Content]),
  ]
  return all.length === 0 ? [] : [{ columns: all, columnGap: 12, margin: [0, 0, 0, 14] }]
}

const figure = (text: string, bold = false): TableCell => ({ text, alignment: 'right', bold })

function table({ figures, terms }: Quote, sum: (text: string) => string): Content {
  const { currency, lines, priced } = figures
  const isSome = (text: string) => Number(text) !== 0
  const across = (label: string, text: string, bold = false): TableCell[] => [
    { text: label, colSpan: 3, bold },
    {},
    {},
    figure(text, bold),
  ]
  return {
    layout: 'lightHorizontalLines',
    table: {
      headerRows: 1,
      widths: ['*', 'auto', 'auto', 'auto'],
      body: [
        [
          { text: 'what', bold: true },
          figure('pieces', true),
          figure('each', true),
          figure(currency, true),
        ],
        ...lines.map(({ name, pieces }, i): TableCell[] => [
          name,
          figure(String(pieces)),
          figure(sum(priced.lines[i]?.each ?? '')),
          figure(sum(priced.lines[i]?.amount ?? '')),
        ]),
        ...(isSome(priced.rush)
          ? [across(`for the rush, ${terms.rushPct} %`, sum(priced.rush))]
          : []),
        ...(isSome(priced.discount)
          ? [across(`discount, ${terms.discountPct} %`, sum(`-${priced.discount}`))]
          : []),
        ...(isSome(priced.delivery) ? [across('delivery', sum(priced.delivery))] : []),
        ...(terms.taxIsIn
          ? []
          : priced.taxes.map(({ taxPct, tax }) => across(`tax, ${taxPct} %`, sum(tax)))),
        across('to be paid', `${sum(priced.total)} ${currency}`, true),
        ...(terms.taxIsIn
          ? priced.taxes
              .filter(({ taxPct }) => taxPct > 0)
              .map(({ taxPct, tax, net }) =>
                across(`in it ${taxPct} % tax on ${sum(net)}`, sum(tax)),
              )
          : []),
        ...(isSome(priced.deposit)
          ? [across('of it as a deposit, before work begins', sum(priced.deposit))]
          : []),
      ],
    },
  }
}

const MOST_FACES = 3

/** The faces of its pieces, by the recipes as they were quoted. */
async function facesOf(db: Db, workspaceId: number, { figures }: Quote): Promise<string[]> {
  const [recipeOf, pigments] = await Promise.all([
    recipesOfLines(db, workspaceId, figures.lines),
    listPigments(db, workspaceId),
  ])
  const known = new Map(pigments.map((pigment) => [pigment.id, pigment]))
  return figures.lines.slice(0, MOST_FACES).flatMap((line) => {
    const recipe = recipeOf(line)
    return recipe ? [faceSvg(recipe, known)] : []
  })
}

/** The newest picture that is pinned to the order, else to one of its recipes. */
async function photoOf(db: Db, workspaceId: number, quote: Quote): Promise<string | null> {
  const places = [
    { orderId: quote.orderId },
    ...quote.figures.lines.map(({ recipeId }) => ({ recipeId })),
  ]
  for (const place of places) {
    const newest = (await listPinned(db, workspaceId, place)).at(-1)
    const picture = newest && (await getPinned(db, workspaceId, newest.id))
    if (!picture) continue
    const jpeg = await sharp(picture.webp)
      .resize({ width: PHOTO_PX, height: PHOTO_PX, fit: 'inside' })
      .jpeg()
      .toBuffer()
    return `data:image/jpeg;base64,${jpeg.toString('base64')}`
  }
  return null
}
