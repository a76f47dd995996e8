/** An order by the days around the day the demo is loaded; negative days lie in the past. */
export interface DemoOrder {
  takenDay: number
  promisedDay: number
  promisedHour: number
  kind: 'commission' | 'market'
  title: string
  customer: string
  colours: string
  note: string
  lines: [recipe: string, quantity: number][]
  state?: 'asked' | 'accepted'
  /** What was asked for, in their own words. */
  wish?: string
  /** The name of the guest whose own it is. */
  owner?: string
}

const commission = (
  takenDay: number,
  promisedDay: number,
  title: string,
  customer: string,
  lines: DemoOrder['lines'],
  colours = '',
  note = '',
  state?: DemoOrder['state'],
): DemoOrder => ({
  takenDay,
  promisedDay,
  promisedHour: 16,
  kind: 'commission',
  title,
  customer,
  colours,
  note,
  lines,
  state,
})
const market = (
  takenDay: number,
  promisedDay: number,
  title: string,
  lines: DemoOrder['lines'],
  note = '',
): DemoOrder => ({
  takenDay,
  promisedDay,
  promisedHour: 8,
  kind: 'market',
  title,
  customer: '',
  colours: '',
  note,
  lines,
})

/** What guests made of their own, and took home. */
export const PAST_OF_GUESTS: DemoOrder[] = [
  {
    ...commission(-30, -16, 'Blocks for the godchildren', 'Jessamy Thrush', [
      ['Keepsake block', 3],
    ]),
    owner: 'Jessamy Thrush',
  },
]

/** What has been asked for and is still open. The first few have begun. */
export const OPEN_ORDERS: DemoOrder[] = [
  commission(
    -9,
    6,
    'Bookends for the reading room',
    'Tallow Lane library',
    [['Meadow bookend', 4]],
    'moss, chalk back',
    'Two pairs; the grasses are from their own garden.',
  ),
  commission(
    -6,
    9,
    'Dial for the long-case clock',
    'H. Winterbourne',
    [['Deep clock dial', 1]],
    'smoked over copper',
    'Hole for the arbor drilled by us.',
  ),
  commission(
    -5,
    12,
    'Pulls for a plum kitchen',
    'Ferncote Joinery',
    [['Drawer pull', 12]],
    'plum',
    '',
  ),
  commission(
    -4,
    16,
    'Plaques one to eight',
    'Guesthouse at Nettle Cross',
    [['Room plaque', 8]],
    'chalk on bottle green',
    'One colour for all, they hang in one corridor.',
  ),
  commission(
    -3,
    18,
    'Two lamp bases',
    'Ansel and Marit Dove',
    [['Lamp base', 2]],
    'soot, amber, straw',
    'Second base a little lighter if it happens. For a wedding; they were told that it is tight.',
  ),
  commission(
    -3,
    13,
    'Finger plates, ground floor',
    'Ferncote Joinery',
    [['Door finger plate', 6]],
    'slate and straw',
    '',
  ),
  commission(
    -2,
    27,
    'Panel for the stairwell',
    'Pell Street practice',
    [['Painted panel', 1]],
    'chalk ground',
    'Wilda paints between the layers.',
  ),
  {
    ...commission(
      -2,
      15,
      'First-tooth blocks',
      'Quill family',
      [['Keepsake block', 2]],
      'clear',
      'The teeth come in a matchbox.',
    ),
    owner: 'Jessamy Thrush',
  },
  commission(
    -2,
    22,
    'Chess, both sides',
    'R. Hollin',
    [['Chess side', 2]],
    'soot with copper',
    'Second side in the same colour, they play by shape.',
  ),
  commission(
    -1,
    11,
    'Screen for the hearth shelf',
    'Ottoline Brack',
    [['Candle screen', 1]],
    'amber',
    'She hopes for it before the weekend.',
  ),
  commission(
    -1,
    24,
    'Shelf with a green vein',
    'Wicker & Daughters café',
    [['Oak shelf inlay', 2]],
    'bottle green',
    'Oak is planed and waiting by the door.',
  ),
  commission(
    -1,
    19,
    'Discs for the clockmaker',
    'H. Winterbourne',
    [['Pendulum disc', 4]],
    'amber, soot back',
    '',
  ),
  commission(
    0,
    4,
    'One more bookend pair, in a hurry',
    'Tallow Lane library',
    [['Meadow bookend', 2]],
    'moss',
    'They know it may be late.',
  ),
  commission(
    0,
    27,
    'A thaw for the mill stair',
    'Pell Street practice',
    [['Thaw dial', 1]],
    'slate, chalk, copper in the middle',
    'The copper must not touch the rim.',
  ),
  commission(
    0,
    30,
    'Plaques nine to twenty',
    'Guesthouse at Nettle Cross',
    [['Room plaque', 12]],
    'chalk on bottle green',
    'Only if the first eight please.',
    'asked',
  ),
  ...(
    [
      [
        'Signals for a railway porch',
        'Halt House',
        [
          ['Signal panel, painted by another', 1],
          ['Tilted moor canvas', 1],
        ],
        'I saw the panel in your window, the one with the lamp on it. Ours should show the old arm, up.',
      ],
      [
        'What the fair left behind',
        'Wicker & Daughters café',
        [
          ['Coat too early, put right', 1],
          ['Finger plates freshened at two heats', 2],
          ['Half a serving board', 2],
        ],
        'The dial wrinkled and the plates are dull. Can they be saved? And two boards, green on one end only.',
      ],
      [
        'Small things for a reading nook',
        'L. Marchbank',
        [
          ['Small canvas, many cups', 1],
          ['Pebble ring from a drawing', 1],
          ['Brook block', 2],
        ],
        'Pebbles from the brook behind the house, I will bring them washed.',
      ],
      [
        'Boards before the frost',
        'D. Sallow',
        [['Shop boards in the cold', 3]],
        'The shed has no stove, so they may be cold when they come.',
      ],
      [
        'Lanterns and their pulls',
        'Ottoline Brack',
        [
          ['Curved lantern screen', 1],
          ['Hanging lamp pull', 4],
          ['Six depths of dusk', 1],
        ],
        'Bent like the one over the stove, reeds on the outside.',
      ],
      [
        'A key, a bell and tiles',
        'Guesthouse at Nettle Cross',
        [
          ['Key bow in eight colours', 1],
          ['Bell in two halves', 1],
          ['Rippled tiles, powdered', 4],
          ['Bark slices', 4],
        ],
        'Everything in the colours of the hall, please, you know them.',
      ],
    ] as [string, string, DemoOrder['lines'], string][]
  ).map(([title, customer, lines, wish], i): DemoOrder => ({
    ...commission(0, 40 + i, title, customer, lines, '', '', 'asked'),
    wish,
  })),
  market(
    -4,
    17,
    'Lantern market',
    [
      ['Pendulum disc', 4],
      ['Drawer pull', 8],
      ['Meadow bookend', 4],
    ],
    'Stall of two tables.',
  ),
  market(
    0,
    33,
    'Midwinter fair',
    [
      ['Candle screen', 3],
      ['Keepsake block', 3],
    ],
    'As many as can be ready.',
  ),
]

const PAST: [string, string, DemoOrder['lines']][] = [
  ['Bookends for a study', 'L. Marchbank', [['Meadow bookend', 2]]],
  ['Pulls, first try', 'Ferncote Joinery', [['Drawer pull', 6]]],
  ['Plaques for the stable', 'Hobb farm', [['Room plaque', 4]]],
  ['Dial with a smoked face', 'H. Winterbourne', [['Deep clock dial', 1]]],
  ['Spring flower blocks', 'Quill family', [['Keepsake block', 3]]],
  ['Finger plates, upstairs', 'Ferncote Joinery', [['Door finger plate', 5]]],
  ['Chess side to try', 'R. Hollin', [['Chess side', 1]]],
  ['Discs, two pairs', 'H. Winterbourne', [['Pendulum disc', 4]]],
  ['Sheet for a lantern', 'Ottoline Brack', [['Candle screen', 2]]],
  ['Bookends, heavy', 'Tallow Lane library', [['Meadow bookend', 4]]],
  ['Pulls for a wardrobe', 'D. Sallow', [['Drawer pull', 8]]],
  ['Shelf for the porch', 'Wicker & Daughters café', [['Oak shelf inlay', 1]]],
  ['Plaques for the mill flats', 'Pell Street practice', [['Room plaque', 6]]],
]
/** The oldest was taken this many days ago, the others follow at about this distance. */
const FIRST_DAY = -92
const APART_DAYS = 6

/** What was made in the three months before. */
export const PAST_ORDERS: DemoOrder[] = PAST.map(([title, customer, lines], i) =>
  commission(FIRST_DAY + i * APART_DAYS, FIRST_DAY + i * APART_DAYS + 13, title, customer, lines),
)
