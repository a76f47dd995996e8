import { describe, expect, test } from '@jest/globals'
import { drawPotCard, printable, type PotCard } from '../../app/utils/potCard'
import { CARD_PAPERS, LABEL_PAPERS, type Paper } from '../../shared/paper'
import { pdfWords } from '../fixtures/pdfWords'

const card: PotCard = {
  letter: 'K',
  tint: '#5f7a4a',
  title: 'Meadow bookend, moss body',
  note: '4 pieces for the reading room',
  resin: 'Plain resin, 583 ml',
  readings: [
    { part: 'part B until it shows', reading: '191.0 g' },
    { part: 'part A until it shows', reading: '438.7 g' },
  ],
  cups: [{ name: 'Moss mica', dose: '12.40 g · 5.17 tsp' }],
  pours: ['1. moss, a puddle: 40 ml', '2. chalk, dots round the rim: 6 ml'],
  times: [{ name: 'stir', value: '4 min' }],
  cautions: ['Nitrile gloves.'],
  address: 'http://127.0.0.1:4310/pots/7',
}

describe('a card', () => {
  test.each<Paper>([...Object.values(CARD_PAPERS), ...Object.values(LABEL_PAPERS)])(
    '$name holds every figure and has its size',
    async (paper) => {
      const { words, pages, title, widthPt, heightPt } = await pdfWords(
        await drawPotCard(card, paper),
      )
      for (const said of [
        'K',
        'Meadow bookend, moss body',
        '191.0 g',
        '438.7 g',
        'Moss mica',
        '12.40 g · 5.17 tsp',
        '2. chalk, dots round the rim: 6 ml',
        '4 min',
        'Nitrile gloves.',
      ])
        expect(words).toContain(said)
      expect([pages, title]).toEqual([1, 'Pot K: Meadow bookend, moss body'])
      expect(widthPt / (72 / 25.4)).toBeCloseTo(paper.widthMm, 6)
      expect(heightPt / (72 / 25.4)).toBeCloseTo(paper.heightMm, 6)
    },
  )
  test('long names break into lines and strange letters do not stop it', async () => {
    const { words, pages } = await pdfWords(
      await drawPotCard(
        {
          ...card,
          title: 'A very long name of a piece that somebody wrote down in full, 木 and −3',
          cups: [],
          pours: [],
        },
        LABEL_PAPERS['100x150'],
      ),
    )
    expect(words).toContain('A very long name')
    expect(words).toContain('? and -3')
    expect(pages).toBe(1)
  })
})

test.each([
  ['plain', 'plain'],
  ['½ × 3 – “x”', '½ × 3 – “x”'],
  ['−2 °C', '-2 °C'],
  ['12\u2009345', '12 345'],
  ['漢', '?'],
])('%j is printed as %j', (text, printed) => expect(printable(text)).toBe(printed))
