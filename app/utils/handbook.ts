import { TRADE_WORDS } from '~/utils/tradeWords'

/** A part of a page of the handbook. */
export interface HandbookPart {
  title: string
  lines: readonly string[]
}
export interface HandbookPage {
  id: string
  title: string
  parts: readonly HandbookPart[]
}

/** The handbook: a few pages to read once, and to find again. */
export const HANDBOOK: readonly HandbookPage[] = [
  {
    id: 'first-day',
    title: 'The first day',
    parts: [
      {
        title: 'What the workshop has',
        lines: [
          'Under House, say how warm your rooms are by day and on the coldest night. Cures are planned for the cold, pot lives for the warm.',
          'Every pot is mixed at a bench, poured at a pour table and laid on a rack that is level. Add one of each, and a sander in another room: dust and open pours do not go together.',
          'Add the people, what they can do and when they are there. Somebody has to be able to pour.',
        ],
      },
      {
        title: 'What it is made of',
        lines: [
          'Add your resin from its data sheet: ratio and whether it is by weight or volume, densities, how long it works, when it may be demoulded. Where the sheet says nothing, leave the starting value and say so; the log replaces it.',
          'Read the safety data sheet of every resin and pigment before the first cup. It comes before anything that is said here.',
          'Add the pigments and the moulds. A mould is sized once, most surely with water.',
        ],
      },
      {
        title: 'How you work',
        lines: [
          'Under “My scale and cup”, say what you measure with. Weights and marks are then told in steps that you can hit.',
          'Set what an hour of work costs under Rules, or no price is true; who is paid otherwise has a wage of their own under People.',
          'Whoever sees prices and keeps people does well to set up a second factor, under “My password”.',
          'What is still missing for a first pour stands at the top of Today and goes away by itself.',
        ],
      },
    ],
  },
  {
    id: 'first-batch',
    title: 'The first batch',
    parts: [
      {
        title: 'From an order to a plan',
        lines: [
          'Write the recipe: shape, layers, colours, and the work before and after. What will go wrong is told beside the layer.',
          'A set is poured from one mix: under “The piece”, say of each of its pieces which layers it gets, and how far.',
          'A coat is a layer too: say on which side it lies, and on how much of it. What stands out of a layer takes resin only as far as it is under the level.',
          'Work says what it waits for, what it takes, and which form or place it keeps. What may not be needed is “only if needed”: it is told and not planned.',
          'Take the order. Its page shows the mixes, the cost and, once planned, when it is ready.',
          'Plan from now, look at the promises, and accept it.',
        ],
      },
      {
        title: 'At the bench',
        lines: [
          'Warm the bottles, level the table, lay out cups and tools, put on gloves and see to the air before the first part is weighed.',
          'Weigh the part that the card names first, then the other. If one is too much, the card says what to add.',
          'Stir slowly and scrape walls and bottom; then pour into a second cup and stir again. Streaks in the cup are streaks in the piece.',
          'Powders are stirred smooth in a spoonful of the cup first; the cup says how much.',
          'Where there are several pours, tell each when it is done. Pour in another order if the piece asks for it: the order is kept.',
          'Where the mix does not reach, “it ran short” says what more of the same is, part by part and cup by cup; where something is left, a small mould takes it.',
          'Before the heat say what is in your hand and what is near: what must not be done stops until you have seen to it.',
          'The cup’s time follows the warmth of the bench: where you have a thermometer, say what it shows.',
          'Without a network the pot goes on: what you do is kept on the device and sent later, also after a reload. Clocks of all pots stand on every page.',
          'Rest, pour, pass the heat over, and lay the pieces down before the cup closes. What is left goes into the filler moulds.',
          'Let what cannot be poured cure outside on a stone, thin, before it is thrown away. A full cup left standing can smoke and burn.',
        ],
      },
      {
        title: 'All other work',
        lines: [
          'Today says what is next. Press “done” when it is; behind the dots stand begin, done by somebody else, not now and skip. What was a slip is taken back.',
          'The plan follows what you tell and what runs late by itself. Where a promise would slip by it, it waits for somebody to look.',
          'What is done stays done when the plan is made anew, and only dries. Begin as you begin: the minutes to the end are learned from.',
        ],
      },
      {
        title: 'Afterwards',
        lines: [
          'Racks tells what may be demoulded, recoated or sanded from when, and how sure that is: “perhaps” asks for a finger. Say what it found, and the piece’s later times follow.',
          'Write down how warm rooms and boxes are. A cold night moves what lies there, and the plan with it.',
          'Look at both faces: mark what is wrong where it is, and say which is the front. Judge every piece; yields and minutes are learned from it.',
          'Second quality is sold for less. What is mended is coated, poured again, covered or cut down by a course of its own, and counts once that came out. What is lost is made again; pour a spare beside it where few come out.',
          'What is weighed comes out of the bottle that the bench proposes; take another by its code. The stores count along: put in what came, say what was spilled, and count now and then.',
          'Touches teach how fast a resin really is: its page in Stores tells what they found, and you take it or not.',
        ],
      },
    ],
  },
  {
    id: 'first-market',
    title: 'The first market',
    parts: [
      {
        title: 'Weeks before',
        lines: [
          'Take the market day as an order of its own: its date is the promise, and its pieces compete with commissions for hands and moulds.',
          'Ask “what if” with one mould or one piece more, and see what else would be late.',
          'Pieces need their full cure before they are packed warm into a van: plan the last pour a week ahead.',
        ],
      },
      {
        title: 'The days before',
        lines: [
          'Print the week, and keep the last two days free for finishing.',
          'The plan says how many pieces are surely ready in time, and which are not; decide early what to leave out.',
        ],
      },
    ],
  },
  {
    id: 'words',
    title: 'Words of the trade',
    parts: Object.entries(TRADE_WORDS).map(([title, meaning]) => ({ title, lines: [meaning] })),
  },
]

/** Parts in which all of some words stand, each with the page that it is on. */
export function foundInHandbook(typed: string): { page: HandbookPage; part: HandbookPart }[] {
  const words = typed
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
  if (words.length === 0) return []
  return HANDBOOK.flatMap((page) =>
    page.parts
      .filter((part) => {
        const text = [page.title, part.title, ...part.lines].join(' ').toLowerCase()
        return words.every((word) => text.includes(word))
      })
      .map((part) => ({ page, part })),
  )
}
