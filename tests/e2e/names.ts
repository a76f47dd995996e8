/**
 * The names by which tests find things, wherever more than one test looks for them: a label that is
 * changed is changed here. What one test alone looks for stands in that test, and what the yard's
 * own things are called where they are looked for.
 */

/** What can be pressed. */
export const BUTTON = {
  accept: 'Accept',
  allPoured: 'All poured',
  bringUpToDate: 'Bring up to date',
  close: 'Close',
  comeIn: 'Come in',
  cup: 'cup',
  deleteIt: 'Delete it',
  dropIt: 'Drop it',
  giveThisPotUp: 'Give this pot up',
  goThere: 'Go there',
  good: 'Good',
  heatPassDone: 'Heat pass done',
  inclusion: 'inclusion',
  itIsIn: 'It is in',
  itIsPouredBegin: 'It is poured: begin',
  itLiesThereCureBegins: 'It lies there, cure begins',
  keepThesePots: 'Keep these pots',
  leave: 'Leave',
  myPassword: 'My password',
  noteIt: 'Note it',
  oneRefused: 'one refused',
  pigment: 'pigment',
  planFromNow: 'Plan from now',
  pourAlready: 'Pour already',
  putItIn: 'Put it in',
  redo: 'Redo',
  save: 'Save',
  saveTheMould: 'Save the mould',
  saveTheOrder: 'Save the order',
  saveTheRecipe: 'Save the recipe',
  saveTheResin: 'Save the resin',
  setItUp: 'Set it up',
  setUpTheWorkshop: 'Set up the workshop',
  signIn: 'Sign in',
  skipIt: 'Skip it',
  splitInTwo: 'split in two',
  stirNow: 'Stir now',
  stirredNoStreaks: 'Stirred, no streaks',
  takeBack: 'Take back',
  takeTheOrder: 'Take the order',
  theyHaveLeft: 'They have left',
  turnItOn: 'Turn it on',
  undo: 'Undo',
  week: 'week',
} as const

export const COMBOBOX = {
  forWhom: 'For whom',
} as const

export const DIALOG = {
  whatCame: 'What came?',
} as const

/** Fields, by their label. */
export const FIELD = {
  chooseTheMesh: 'Choose the mesh',
  chooseThePhotograph: 'Choose the photograph',
  codeItShowsNow: 'Code it shows now',
  day: 'Day',
  deep: 'deep',
  discount: 'discount',
  find: 'Find',
  gone: 'gone',
  height: 'height',
  heightOfItsSides: 'height of its sides',
  high: 'high',
  howDeepAre: 'how deep are',
  howMany: 'How many',
  inTheWorkshop: 'in the workshop',
  itIs: 'It is',
  itsName: 'Its name',
  myHandsOnly: 'my hands only',
  name: 'Name',
  nextLevel: 'next level',
  note: 'Note',
  partACodeOnTheBottle: 'part A: code on the bottle',
  partAInTheCup: 'part A in the cup',
  partBCodeOnTheBottle: 'part B: code on the bottle',
  partBInTheCup: 'part B in the cup',
  password: 'Password',
  pieceOrLayer: 'Piece or layer',
  pinADrawingOrAPhotograph: 'Pin a drawing or a photograph',
  restAtLeast: 'rest at least',
  spares: 'Spares',
  theCodeOnIt: 'the code on it',
  theSecretAddress: 'The secret address',
  theWaterHas: 'the water has',
  toTheEndOf: 'To the end of',
  waterInIt: 'water in it',
  what: 'What',
  whatIf: 'What if',
  whatWasSeen: 'What was seen',
  width: 'width',
} as const

export const GROUP = {
  thePlanLaneByLane: 'The plan, lane by lane',
} as const

export const HEADING = {
  plan: 'Plan',
  pots: 'Pots',
  today: 'Today',
  whyThen: 'Why then?',
} as const

export const LINK = {
  prices: 'Prices',
  toTheBench: 'To the bench',
} as const

export const LIST = {
  cups: 'Cups',
  theCourseOfWork: 'The course of work',
} as const

export const MENUITEM = {
  begin: 'begin',
} as const

export const REGION = {
  handsNowAndNext: 'Hands, now and next',
  thePotsTheyComeFrom: 'The pots they come from',
  whatItHolds: 'What it holds',
} as const

export const TAB = {
  priceAndPayment: 'Price and payment',
  whatWasAsked: 'What was asked',
} as const

/** What is said on a page. */
export const TEXT = {
  aGoodPieceCosts: 'a good piece costs',
  hasBegun: 'has begun.',
  howTheOddsAreFound: 'how the odds are found',
  isPouredAndCuring: 'is poured and curing',
  saved: 'Saved.',
  savedThisWhileYouHaveItOpen: 'saved this while you have it open',
  untilItShows: 'until it shows',
} as const
