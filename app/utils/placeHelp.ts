/** What a place answers, the first things to do there, and its keys. */
export interface PlaceHelp {
  /** The beginning of the addresses that it is for. */
  path: string
  answers: string
  first: readonly string[]
  keys?: readonly (readonly [key: string, what: string])[]
}

/** By place, the longest address first among those that begin alike. */
const HELP: readonly PlaceHelp[] = [
  {
    path: '/orders/',
    answers: 'What one order takes: resin, mixes and cost of every piece, and when it is ready.',
    first: [
      'Choose a piece of the order to see its mixes and what it costs.',
      'Press a figure to see how it was worked out.',
      'Change what was asked under “What was asked”; the plan tells whether the promise holds.',
    ],
  },
  {
    path: '/orders',
    answers: 'What was asked for, by whom, promised when, and whether the plan keeps it.',
    first: [
      'Take an order: a commission for somebody, or a market day for a date.',
      'Find one by a word of its name, customer, colours or note.',
      'Bring a whole list in from a table; nothing is taken before you have seen what comes of it.',
    ],
  },
  {
    path: '/recipes',
    answers: 'How a piece is made: its shape, its layers and colours, and the work around them.',
    first: [
      'Draw the shape or take a mould’s, and stack the layers on the picture.',
      'Give each layer its resin, colours, rest and pour; what will go wrong is told beside it.',
      'Add the steps before, while it cures and after; the plan gives them to hands.',
    ],
  },
  {
    path: '/sizing',
    answers: 'How much every mould holds, and how deep some resin stands in it.',
    first: [
      'Size a mould by measures, with water, from a photograph, a drawing or a mesh.',
      'Say how many there are, and which of them are torn, lent or resting.',
      'Mark small ones as filler moulds: what pots leave over goes into them.',
    ],
  },
  {
    path: '/pots',
    answers: 'Which mixes are ahead, how large, in which colours, and when they begin to close.',
    first: [
      'Open a pot for its weights in your own scale’s or cup’s steps.',
      'Gather layers of the same resin into one pot where they can be poured together.',
      'Print the cards that go to the bench.',
    ],
  },
  {
    path: '/plan',
    answers: 'Who does what when, where it cures, and which promises that keeps.',
    first: [
      'Plan from now; look at the promises below before you accept it.',
      'Move or pin a task that has to be then or by somebody.',
      'Ask “what if” before you say yes to an order, a day off or a late delivery.',
    ],
    keys: [
      ['← → ↑ ↓', 'from task to task'],
      ['M', 'take a task in hand, then move it'],
      ['P', 'pin it'],
      ['Ctrl Z', 'undo'],
    ],
  },
  {
    path: '/bench',
    answers: 'The next thing to do with this pot, and how long the cup stays workable.',
    first: [
      'Lay out what the list says, and put on what the cautions ask for.',
      'Weigh, stir, rest and pour; the one large button is always the next step.',
      'Lay the pieces down and say where.',
    ],
    keys: [
      ['Space', 'the next step'],
      ['U', 'take the last step back'],
    ],
  },
  {
    path: '/racks',
    answers: 'What lies where, how far it has cured, and what opens or closes next.',
    first: [
      'Press a piece to see what it may be used for from when.',
      'Demould what is ready; mark on its faces what is wrong, and judge it. A set is judged piece by piece.',
      'What can be mended is mended by a course of its own: its pot, its hands and its cost follow.',
    ],
  },
  {
    path: '/prices',
    answers: 'What was agreed, what it really cost, what it left, and what is still owed.',
    first: [
      'Open an order and its price: what the margin asks, what you ask, and what that leaves. Send it as a quote.',
      'Note deposits and payments there; Owed shows who has not paid yet. Markets says what to make for a market day.',
      'Earned sets what was planned beside what was drawn and worked, by order, recipe, month or customer.',
    ],
  },
  {
    path: '/stores',
    answers: 'What stands on the shelves, bottle by bottle, and what of it is promised.',
    first: [
      'Put in what came: a kit is a bottle of each part. What is poured is drawn by itself.',
      'To buy tells what planned work will lack, what covers it at the least cost, and by when to order.',
      'Press a bottle to say what was spilled; on count day tick off what is there.',
    ],
  },
  {
    path: '/notebook',
    answers: 'What was poured, by whom, in which order, and how it came out.',
    first: [
      'Find a piece by its order or recipe.',
      'Read its log from the pour to the verdict.',
      'Look at what went wrong before you pour the next.',
    ],
  },
  {
    path: '/house/people',
    answers: 'Who works here, what they can do and when they are there.',
    first: [
      'Add a person with their skills and weekly hours.',
      'Note days away or at other hours; the plan gives them nothing then.',
      'Make the link with which they choose a password.',
    ],
  },
  {
    path: '/house/rules',
    answers: 'The figures that every mix, cure, promise and price is worked out with.',
    first: [
      'Set what an hour of work costs; without it no price is true.',
      'Leave reserve, film and margins as they are until your own log says better.',
      'Ask your local rules about taxes.',
    ],
  },
  {
    path: '/house',
    answers:
      'What the workshop has: people, rooms, stations, racks, pigments, materials, customers.',
    first: [
      'Rooms first: how warm they are on the coldest night decides the cures.',
      'Then a bench, a pour table and a rack that is level.',
      'Put away what is gone; what was never used can be removed.',
    ],
  },
  {
    path: '/import',
    answers: 'What would come of a table, before anything is taken.',
    first: [
      'Download what is here for a file with all the columns.',
      'Choose your file; say which column is which where it was not understood.',
      'Mend the lines that are wrong, or leave them out.',
    ],
  },
  {
    path: '/workshops',
    answers: 'Which workshops you belong to, and what can be done with this one as a whole.',
    first: [
      'Look around in the made-up yard, and throw it away.',
      'Download everything in one file, or take in such a file as another workshop.',
      'Begin another workshop; it sees nothing of this one.',
    ],
  },
  {
    path: '/',
    answers: 'What needs hands now and next, what is late or short, and what opens or closes.',
    first: [
      'See to what the workshop still lacks, if a list stands at the top.',
      'Do what is first under “Hands”.',
      'Look at promises that slip before they are due.',
    ],
  },
]

/** The help that belongs to an address. */
export const helpFor = (path: string): PlaceHelp | undefined =>
  HELP.find((help) => (help.path === '/' ? path === '/' : path.startsWith(help.path)))
