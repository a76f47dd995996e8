import { convertSchema } from '@sodaru/yup-to-json-schema'
import type { Schema } from 'yup'
import type { Action } from '../../../shared/rights'
import { COMPUTE_SCHEMAS } from '../../../shared/schemas/compute'
import { letterSchema } from '../../../shared/schemas/letters'
import { importSchema } from '../../../shared/schemas/exchange'
import { SHEET_KINDS } from '../../../shared/types/exchangeSheets'
import { feedSchema } from '../../../shared/schemas/calendars'
import { nothingSchema } from '../../../shared/schemas/fields'
import { mouldSchema, newMouldSchema } from '../../../shared/schemas/moulds'
import { newOrderSchema, ORDER_SORTS, orderSchema } from '../../../shared/schemas/orders'
import {
  archiveSchema,
  deleteWorkshopSchema,
  HOUSE_KINDS,
  HOUSE_SCHEMAS,
  newWorkshopSchema,
  rulesSchema,
  setUpSchema,
} from '../../../shared/schemas/house'
import {
  changePasswordSchema,
  invitedSchema,
  measureChoiceSchema,
  ownPasswordSchema,
  ownUnitsSchema,
  secondFactorSchema,
  signInSchema,
} from '../../../shared/schemas/people'
import {
  frontSchema,
  judgeSchema,
  markSchema,
  spareSchema,
  movePieceSchema,
  noteSchema,
  pieceActSchema,
  touchSchema,
} from '../../../shared/schemas/pieces'
import { finishedSchema, marketSalesSchema, marketSchema } from '../../../shared/schemas/markets'
import { gatherSchema } from '../../../shared/schemas/pots'
import { planAskSchema, restorePlanSchema } from '../../../shared/schemas/proposals'
import { newRecipeSchema, recipeSchema } from '../../../shared/schemas/recipes'
import {
  buyingTermsSchema,
  closePurchaseSchema,
  purchaseSchema,
  receivedSchema,
} from '../../../shared/schemas/purchases'
import {
  decideQuoteSchema,
  paymentSchema,
  quoteFieldsSchema,
  takeBackPaymentSchema,
} from '../../../shared/schemas/quotes'
import { newResinSchema, resinSchema } from '../../../shared/schemas/resins'
import { runEventsSchema, startRunSchema } from '../../../shared/schemas/runs'
import { readingSchema } from '../../../shared/schemas/climate'
import {
  lotSchema,
  movementsSchema,
  newLotsSchema,
  takeBackMovementSchema,
} from '../../../shared/schemas/stock'
import { workSchema } from '../../../shared/schemas/work'

interface Route {
  /** What of the table of rights it takes; null where nobody needs a right for it. */
  action: Action | null
  /** Whether a stranger may call it. */
  isOpen?: true
  summary: string
  body?: Schema
  /** The same where it is one of several. */
  bodies?: readonly Schema[]
  /** Query parameters and what they mean. */
  query?: Record<string, string>
  /** What travels where it is not JSON. */
  sends?: string
  answers?: string
}

const asSchema = (schema: unknown) => schema as Schema

/** Every route of the API; a test compares this list with the files in `server/api`. */
export const ROUTES: Record<string, Route> = {
  'GET /api/health': { action: null, isOpen: true, summary: 'Whether the database answers' },
  'POST /api/session': {
    action: null,
    isOpen: true,
    summary: 'Sign in',
    body: asSchema(signInSchema),
  },
  'GET /api/session': { action: null, summary: 'Who is signed in' },
  'DELETE /api/session': { action: null, summary: 'Sign out' },
  'GET /api/workshop': {
    action: 'see the workshop',
    summary: 'House rules, people, places, moulds and pigments',
  },
  'GET /api/setup': {
    action: null,
    isOpen: true,
    summary: 'Whether the first workshop is still to be set up',
  },
  'POST /api/setup': {
    action: null,
    isOpen: true,
    summary: 'Set up the first workshop with its manager, once',
    body: asSchema(setUpSchema),
  },
  'GET /api/invitation/{secret}': {
    action: null,
    isOpen: true,
    summary: 'Whom an invitation is for; who has the address needs no session',
  },
  'POST /api/invitation/{secret}': {
    action: null,
    isOpen: true,
    summary: 'Choose a password and come in, once',
    body: asSchema(invitedSchema),
  },
  'GET /api/start-list': {
    action: 'see the workshop',
    summary: 'What the workshop still lacks for a first pour, a plan and a price',
  },
  'GET /api/house/{kind}': {
    action: 'keep the house',
    summary: `All rows of a kind (${HOUSE_KINDS.join(', ')}), those put away too`,
  },
  'POST /api/house/{kind}': {
    action: 'keep the house',
    summary: 'Add a row',
    bodies: HOUSE_KINDS.map((kind) => asSchema(HOUSE_SCHEMAS[kind].fresh)),
  },
  'PUT /api/house/{kind}/{id}': {
    action: 'keep the house',
    summary: 'Change a row, with the version that was read',
    bodies: HOUSE_KINDS.map((kind) => asSchema(HOUSE_SCHEMAS[kind].known)),
  },
  'DELETE /api/house/{kind}/{id}': {
    action: 'keep the house',
    summary: 'Remove a row that was never used',
  },
  'POST /api/house/{kind}/{id}/archive': {
    action: 'keep the house',
    summary: 'Put a row away, or bring it back',
    body: asSchema(archiveSchema),
  },
  'GET /api/rules': { action: 'keep the house', summary: 'The rules of the house' },
  'PUT /api/rules': {
    action: 'keep the house',
    summary: 'Change the rules of the house, with the version that was read',
    body: asSchema(rulesSchema),
  },
  'GET /api/me/workshops': {
    action: 'choose own units and measure',
    summary: 'The workshops one belongs to',
  },
  'POST /api/me/workshops': {
    action: 'keep the house',
    summary: 'Make another workshop, with oneself as its manager',
    body: asSchema(newWorkshopSchema),
  },
  'POST /api/me/workshops/{id}': {
    action: 'choose own units and measure',
    summary: 'Go on in another of one’s workshops',
    body: asSchema(nothingSchema),
  },
  'POST /api/me/yard': {
    action: 'keep the house',
    summary: 'Make the made-up yard as another workshop, to look around in',
    body: asSchema(nothingSchema),
  },
  'DELETE /api/me/unfinished': {
    action: 'keep the house',
    summary: 'Stop filling one’s workshops that are not ready, and throw them away',
  },
  'POST /api/me/workshop-file': {
    action: 'keep the house',
    summary: 'Take in the file of a workshop, as `GET /api/workshop/export` gives it, as another',
  },
  'POST /api/invitation/{secret}/join': {
    action: 'choose own units and measure',
    summary: 'Take an invitation as another workshop of one’s own',
    body: asSchema(nothingSchema),
  },
  'GET /api/letters': {
    action: 'keep the house',
    summary: 'Letters that went out or wait to, the latest first, a page at a time',
    query: { after: 'cursor of the page before' },
  },
  'POST /api/letters': {
    action: 'keep the house',
    summary: 'Write a letter; it is sent, or kept where this installation sends none',
    body: asSchema(letterSchema),
  },
  'POST /api/letters/{id}/again': {
    action: 'keep the house',
    summary: 'Send a letter once more',
    body: asSchema(nothingSchema),
  },
  'POST /api/import/{kind}': {
    action: 'keep the house',
    summary: `Look at a table of a kind (${SHEET_KINDS.join(', ')}), or take it`,
    body: asSchema(importSchema),
  },
  'GET /api/export/{kind}': {
    action: 'keep the house',
    summary: 'Everything of a kind as a table for spreadsheets',
    answers: 'text/csv',
  },
  'GET /api/workshop/export': {
    action: 'keep the house',
    summary: 'The whole workshop with its photographs, as JSON without passwords and secrets',
    answers: 'application/json',
  },
  'POST /api/workshop/delete': {
    action: 'keep the house',
    summary: 'Write the workshop to a file and delete it; its name is typed',
    body: asSchema(deleteWorkshopSchema),
  },
  'GET /api/people/access': {
    action: 'keep the house',
    summary: 'Who can sign in, and who is invited',
  },
  'POST /api/people/{id}/invitation': {
    action: 'keep the house',
    summary: 'Make the one link with which somebody chooses a password; it is told once',
    body: asSchema(nothingSchema),
  },
  'PUT /api/me/password': {
    action: 'choose own units and measure',
    summary: 'Change one’s own password; other sessions end',
    body: asSchema(changePasswordSchema),
  },
  'GET /api/me/second-factor': {
    action: 'choose own units and measure',
    summary: 'Whether one signs in with a second factor',
  },
  'POST /api/me/second-factor/new': {
    action: 'choose own units and measure',
    summary: 'A new secret for one’s device; it counts once it is turned on with a code of it',
    body: asSchema(nothingSchema),
  },
  'POST /api/me/second-factor': {
    action: 'choose own units and measure',
    summary: 'Sign in with a second factor from here on (RFC 6238); answers with spare codes',
    body: asSchema(secondFactorSchema),
  },
  'POST /api/me/second-factor/off': {
    action: 'choose own units and measure',
    summary: 'Do without a second factor',
    body: asSchema(ownPasswordSchema),
  },
  'GET /api/me/sessions': {
    action: 'choose own units and measure',
    summary: 'The sessions one has open',
  },
  'DELETE /api/me/sessions/{id}': {
    action: 'choose own units and measure',
    summary: 'End a session of one’s own',
  },
  'PUT /api/me/measure': {
    action: 'choose own units and measure',
    summary: 'Choose the scale or cup one measures with',
    body: asSchema(measureChoiceSchema),
  },
  'PUT /api/me/units': {
    action: 'choose own units and measure',
    summary: 'Choose the units one reads and types in',
    body: asSchema(ownUnitsSchema),
  },
  'GET /api/orders': {
    action: 'see orders',
    summary: 'Orders, a page at a time',
    query: {
      all: 'true for delivered and declined ones too',
      find: 'words of the title, the customer, the colours or the note',
      kind: 'commission or market',
      state: 'only those in this state',
      customer: 'only those of this customer',
      sort: `one of ${ORDER_SORTS.join(', ')}`,
      after: 'cursor of the page before',
    },
  },
  'GET /api/customers': {
    action: 'see orders',
    summary: 'Names of those for whom the workshop makes; none for a guest',
  },
  'POST /api/orders': {
    action: 'take orders',
    summary: 'Take an order',
    body: asSchema(newOrderSchema),
  },
  'GET /api/orders/{id}': { action: 'see orders', summary: 'One order' },
  'PUT /api/orders/{id}': {
    action: 'change orders',
    summary: 'Change an order, with the version that was read',
    body: asSchema(orderSchema),
  },
  'GET /api/orders/{id}/pictures': {
    action: 'see orders',
    summary: 'What is pinned to an order: drawings and photographs',
  },
  'POST /api/orders/{id}/pictures': {
    action: 'change orders',
    summary: 'Pin a picture to an order',
    sends: 'image/*',
  },
  'GET /api/recipes/{id}/pictures': {
    action: 'see recipes',
    summary: 'What is pinned to a recipe: drawings and photographs',
  },
  'POST /api/recipes/{id}/pictures': {
    action: 'write recipes',
    summary: 'Pin a picture to a recipe',
    sends: 'image/*',
  },
  'GET /api/pinned/{id}': {
    action: 'see orders',
    summary: 'A pinned picture',
    answers: 'image/webp',
  },
  'DELETE /api/pinned/{id}': { action: 'change orders', summary: 'Take a pinned picture off' },
  'GET /api/recipes': { action: 'see recipes', summary: 'All recipes with layers and steps' },
  'POST /api/recipes': {
    action: 'write recipes',
    summary: 'Write a recipe',
    body: asSchema(newRecipeSchema),
  },
  'PUT /api/recipes/{id}': {
    action: 'write recipes',
    summary: 'Change a recipe, with the version that was read',
    body: asSchema(recipeSchema),
  },
  'GET /api/recipes/{id}/versions': {
    action: 'see recipes',
    summary: 'The versions of a recipe, newest first',
  },
  'GET /api/recipes/{id}/versions/{version}': {
    action: 'see recipes',
    summary: 'A recipe as it stood in a version',
  },
  'GET /api/resins': { action: 'see the stores', summary: 'All resins' },
  'GET /api/resins/{id}/touched': {
    action: 'see the stores',
    summary: 'How a resin’s own clock goes, by what fingers found',
  },
  'POST /api/resins': {
    action: 'change the stores',
    summary: 'Add a resin',
    body: asSchema(newResinSchema),
  },
  'PUT /api/resins/{id}': {
    action: 'change the stores',
    summary: 'Change a resin, with the version that was read',
    body: asSchema(resinSchema),
  },
  'GET /api/moulds': {
    action: 'see the stores',
    summary: 'All moulds with their inside, as far as it has been sized',
  },
  'POST /api/moulds': {
    action: 'change the stores',
    summary: 'Add a mould',
    body: asSchema(newMouldSchema),
  },
  'PUT /api/moulds/{id}': {
    action: 'change the stores',
    summary: 'Change a mould, with the version that was read',
    body: asSchema(mouldSchema),
  },
  'GET /api/plan': { action: 'see the plan', summary: 'The plan that holds now' },
  'POST /api/plan': {
    action: 'plan',
    summary: 'Plan all accepted orders from now',
    body: asSchema(nothingSchema),
  },
  'GET /api/plan/question': {
    action: 'see the plan',
    summary: 'What the plan was worked out from, for trying things out beside it',
  },
  'POST /api/plan/proposals': {
    action: 'plan',
    summary: 'Have a change of the plan worked out; it waits in a queue',
    body: asSchema(planAskSchema),
  },
  'GET /api/plan/proposals/{id}': {
    action: 'plan',
    summary: 'How far a proposal is, and what it comes to',
  },
  'DELETE /api/plan/proposals/{id}': { action: 'plan', summary: 'Stop a proposal, or let it go' },
  'POST /api/plan/proposals/{id}/accept': {
    action: 'plan',
    summary: 'Make a proposal the plan that holds',
    body: asSchema(nothingSchema),
  },
  'POST /api/plan/restore': {
    action: 'plan',
    summary: 'Bring back the plan before the one that holds, or the one that was brought back from',
    body: asSchema(restorePlanSchema),
  },
  'GET /api/me/calendars': {
    action: 'have a calendar of one’s own',
    summary: 'Which calendars have a secret address',
  },
  'POST /api/me/calendars': {
    action: 'have a calendar of one’s own',
    summary: 'Make the secret address of a calendar anew; it is told once',
    body: asSchema(feedSchema),
  },
  'DELETE /api/me/calendars/{whose}': {
    action: 'have a calendar of one’s own',
    summary: 'Take the secret address of a calendar away',
  },
  'GET /api/calendar/{secret}': {
    action: null,
    isOpen: true,
    summary: 'The plan as iCalendar (RFC 5545); who has the address needs no session',
    answers: 'text/calendar',
  },
  'GET /api/pots': {
    action: 'see pots',
    summary: 'Pots still to be poured, in the order of the plan',
  },
  'POST /api/pots/gather': {
    action: 'gather pots',
    summary: 'Pour the layers of some planned pots from other pots, and plan anew',
    body: asSchema(gatherSchema),
  },
  'POST /api/runs': {
    action: 'pour pots',
    summary: 'Begin the run of a pot',
    body: asSchema(startRunSchema),
  },
  'GET /api/runs': { action: 'see runs', summary: 'The runs that go on at the benches' },
  'GET /api/runs/{id}': { action: 'see runs', summary: 'A run with its log' },
  'GET /api/runs/{id}/bottles': {
    action: 'see runs',
    summary: 'The bottles of its resin, in the order in which they should be taken',
  },
  'POST /api/runs/{id}/events': {
    action: 'pour pots',
    summary: 'Add to the log of a run; sending twice is harmless',
    body: asSchema(runEventsSchema),
  },
  'POST /api/work': {
    action: 'work on pieces',
    summary: 'Tell what hands did, or have begun, skipped or put off; sending twice is harmless',
    body: asSchema(workSchema),
  },
  'GET /api/pieces': { action: 'see the racks', summary: 'What lies where, and what opens when' },
  'GET /api/pieces/{id}': { action: 'see pieces', summary: 'The log of a piece' },
  'GET /api/pieces/{id}/cure': {
    action: 'see pieces',
    summary: 'The temperatures a piece meets, and what fingers found on it',
  },
  'POST /api/pieces/{id}/touch': {
    action: 'work on pieces',
    summary: 'Tell whether a piece has come so far, by touching it',
    body: asSchema(touchSchema),
  },
  'GET /api/stock/lots': {
    action: 'see the stock',
    summary: 'Every bottle that holds something, with what is left in it',
  },
  'POST /api/stock/lots': {
    action: 'change the stores',
    summary: 'Put bottles into the stores, full',
    body: asSchema(newLotsSchema),
  },
  'GET /api/stock/lots/{id}': {
    action: 'see the stock',
    summary: 'A bottle, what happened to it and the pieces made of it',
  },
  'PUT /api/stock/lots/{id}': {
    action: 'change the stores',
    summary: 'Change what stands on a bottle, with the version that was read',
    body: asSchema(lotSchema),
  },
  'GET /api/stock/to-buy': {
    action: 'see the stock',
    summary: 'Every ware with what is planned, there, coming and to be bought of it, and by when',
  },
  'PUT /api/stock/terms': {
    action: 'change the stores',
    summary: 'Say how a ware is bought, and how much of it is always to be there',
    body: asSchema(buyingTermsSchema),
  },
  'GET /api/stock/purchases': {
    action: 'see the stock',
    summary: 'What is ordered and not here, and what came lately',
  },
  'POST /api/stock/purchases': {
    action: 'change the stores',
    summary: 'Note what was ordered of a supplier; the plan counts on it',
    body: asSchema(purchaseSchema),
  },
  'POST /api/stock/purchases/received': {
    action: 'change the stores',
    summary: 'Put into the stores what came of a line of a purchase',
    body: asSchema(receivedSchema),
  },
  'GET /api/stock/purchases/{id}/table': {
    action: 'see the stock',
    summary: 'A purchase as a table for its supplier',
    answers: 'text/csv',
  },
  'POST /api/stock/purchases/{id}/close': {
    action: 'change the stores',
    summary: 'The rest of a purchase will not come',
    body: asSchema(closePurchaseSchema),
  },
  'GET /api/stock/movements': {
    action: 'see the stock',
    summary: 'The ledger of the stores, the newest first',
    query: { before: 'the number of the last line seen' },
  },
  'POST /api/stock/movements': {
    action: 'change the stores',
    summary: 'Tell what was spilled, counted, corrected, given away or past its end',
    body: asSchema(movementsSchema),
  },
  'POST /api/stock/movements/{id}/take-back': {
    action: 'change the stores',
    summary: 'Take back what was told, by its opposite',
    body: asSchema(takeBackMovementSchema),
  },
  'GET /api/orders/{id}/prices': {
    action: 'see prices',
    summary: 'What an order costs, was offered for and brought in',
  },
  'GET /api/orders/{id}/earned': {
    action: 'see prices',
    summary: 'What the lines of an order were to cost, what they did, and what they brought',
  },
  'GET /api/markets': { action: 'see prices', summary: 'Every market day, the latest first' },
  'GET /api/markets/{id}': {
    action: 'see prices',
    summary: 'A market day with every piece that may be made for it, by its order',
  },
  'GET /api/markets/{id}/products/{recipe}': {
    action: 'see prices',
    summary: 'One more piece that may be made for a market day',
  },
  'PUT /api/markets/{id}': {
    action: 'change prices',
    summary: 'What is thought of a market day and its pieces, with the version that was read',
    body: asSchema(marketSchema),
  },
  'POST /api/markets/{id}/sales': {
    action: 'change prices',
    summary: 'How a market day went; then it is over',
    body: asSchema(marketSalesSchema),
  },
  'GET /api/finished': {
    action: 'see prices',
    summary: 'Finished pieces that are nobody’s, with where they stand',
  },
  'PUT /api/finished/{id}': {
    action: 'change prices',
    summary: 'Where the finished pieces of a recipe stand, and what is asked for one',
    body: asSchema(finishedSchema),
  },
  'GET /api/guests/{id}/bill': {
    action: 'see bills of guests',
    summary: 'What a guest took of the house in a month, at its rates',
    query: { month: 'as 2027-03' },
  },
  'GET /api/owed': {
    action: 'see prices',
    summary: 'What is still owed for orders; of one customer, all that was ever agreed',
    query: { customer: 'the customer' },
  },
  'GET /api/earned': {
    action: 'see prices',
    summary: 'What was made in some months, with what it cost and brought',
    query: { month: 'the last of them, as 2027-03', months: 'how many, twelve at the most' },
  },
  'POST /api/orders/{id}/quotes': {
    action: 'change prices',
    summary: 'Offer an order at a price; its figures are frozen under the next number',
    body: asSchema(quoteFieldsSchema),
  },
  'POST /api/orders/{id}/payments': {
    action: 'change prices',
    summary: 'Note money that came in or went back; sending twice is harmless',
    body: asSchema(paymentSchema),
  },
  'POST /api/quotes/{id}/decide': {
    action: 'change prices',
    summary: 'Accept or decline a quote for whoever it was sent to',
    body: asSchema(decideQuoteSchema),
  },
  'GET /api/quotes/{id}/sheet': {
    action: 'see prices',
    summary: 'A quote as a sheet to send',
    answers: 'application/pdf',
  },
  'POST /api/payments/{id}/take-back': {
    action: 'change prices',
    summary: 'Take back what was noted of a payment, by its opposite',
    body: asSchema(takeBackPaymentSchema),
  },
  'GET /api/readings': {
    action: 'see the workshop',
    summary: 'What was measured in rooms and heated boxes lately',
  },
  'POST /api/readings': {
    action: 'measure',
    summary: 'Note a temperature that was read',
    body: asSchema(readingSchema),
  },
  'POST /api/pieces/{id}/demould': {
    action: 'work on pieces',
    summary: 'Take a piece out of its mould',
    body: asSchema(pieceActSchema),
  },
  'POST /api/pieces/{id}/judge': {
    action: 'work on pieces',
    summary: 'Judge a piece or one of a set, and say how it is mended',
    body: asSchema(judgeSchema),
  },
  'POST /api/pieces/{id}/mark': {
    action: 'work on pieces',
    summary: 'Mark what is wrong where on a face, or take a mark off',
    body: asSchema(markSchema),
  },
  'POST /api/pieces/{id}/front': {
    action: 'work on pieces',
    summary: 'Settle which face is the front',
    body: asSchema(frontSchema),
  },
  'POST /api/pieces/{id}/spare': {
    action: 'change orders',
    summary: 'Make more of the same beside what is made again',
    body: asSchema(spareSchema),
  },
  'POST /api/pieces/{id}/take-back': {
    action: 'work on pieces',
    summary: 'Take the last step of a piece back',
    body: asSchema(pieceActSchema),
  },
  'POST /api/pieces/{id}/move': {
    action: 'work on pieces',
    summary: 'Lay a piece somewhere else',
    body: asSchema(movePieceSchema),
  },
  'POST /api/pieces/{id}/note': {
    action: 'work on pieces',
    summary: 'Write a note in the log of a piece',
    body: asSchema(noteSchema),
  },
  'POST /api/pieces/{id}/photos': {
    action: 'work on pieces',
    summary: 'Photograph a piece',
    sends: 'image/*',
  },
  'GET /api/photos/{id}': { action: 'see pieces', summary: 'A photograph', answers: 'image/webp' },
  'GET /api/notebook': {
    action: 'see the notebook',
    summary: 'What was poured and how it came out, newest first',
    query: {
      before: 'cursor of the page before',
      find: 'words of the order or the recipe, or the number of the piece',
      state: 'only those in this state',
    },
  },
  'GET /api/events': {
    action: 'hear what happens',
    summary: 'What happens in the workshop, as server-sent events',
    query: { after: 'the number of the last event that is known; or the header Last-Event-ID' },
    answers: 'text/event-stream',
  },
  'GET /api/history': {
    action: 'read who changed what',
    summary: 'Who changed something, when and what of it, newest first',
    query: {
      subject: 'order, recipe, resin, mould, piece or run',
      id: 'which one',
      before: 'cursor of the page before',
    },
  },
  'GET /api/openapi.json': { action: null, summary: 'This description' },
  'POST /api/compute/mesh': {
    action: 'calculate',
    summary: 'Compute: mesh; the body is an STL file',
    query: { samples: 'equal steps of height, 1 to 10000; 64 if absent' },
    sends: 'model/stl',
  },
  ...Object.fromEntries(
    Object.entries(COMPUTE_SCHEMAS).map(([name, schema]): [string, Route] => [
      `POST /api/compute/${name}`,
      { action: 'calculate', summary: `Compute: ${name}`, body: asSchema(schema) },
    ]),
  ),
}

const PROBLEM = {
  type: 'object',
  required: ['type', 'title', 'status', 'code', 'issues'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    code: { type: 'string' },
    requestId: { type: 'string' },
    current: {},
    issues: {
      type: 'array',
      items: {
        type: 'object',
        required: ['path', 'message'],
        properties: { path: { type: 'string' }, message: { type: 'string' } },
      },
    },
  },
}

const PROBLEM_ANSWER = {
  description: 'What is wrong, field by field',
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
}

/** `POST /api/pieces/{id}/judge` is `postPiecesIdJudge`. */
const operationIdOf = (method: string, path: string) =>
  `${method}${path
    .replace('/api', '')
    .split(/[^a-z0-9]+/i)
    .map((word) => word.charAt(0).toUpperCase() + word.slice(1))
    .join('')}`

/** What stands in a path and is no row's number. */
const WORDS_IN_PATHS = new Set(['kind', 'secret', 'whose'])

function operationOf(method: string, path: string, route: Route) {
  const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: WORDS_IN_PATHS.has(name ?? '') ? 'string' : 'integer' },
  }))
  const inQuery = Object.entries(route.query ?? {}).map(([name, description]) => ({
    name,
    in: 'query',
    description,
    schema: { type: 'string' },
  }))
  const schemaOf = (schema: Schema) => convertSchema(schema as never)
  const schema = route.bodies
    ? { oneOf: route.bodies.map(schemaOf) }
    : route.body && schemaOf(route.body)
  const content = schema
    ? { 'application/json': { schema } }
    : route.sends
      ? { [route.sends]: {} }
      : null
  return {
    operationId: operationIdOf(method, path),
    summary: route.summary,
    security: route.isOpen ? [] : [{ session: [] }],
    ...(inPath.length + inQuery.length > 0 && { parameters: [...inPath, ...inQuery] }),
    ...(content && { requestBody: { required: true, content } }),
    responses: {
      200: { description: 'Done', content: { [route.answers ?? 'application/json']: {} } },
      '4XX': PROBLEM_ANSWER,
      default: PROBLEM_ANSWER,
    },
  }
}

/** The routes of a request's path, each as a pattern. */
export const ROUTE_PATTERNS = Object.entries(ROUTES).map(([name, { action, isOpen = false }]) => {
  const [method = '', path = ''] = name.split(' ')
  return { method, path: new RegExp(`^${path.replace(/\{\w+\}/g, '[^/]+')}$`), action, isOpen }
})

/** Describes the API in OpenAPI 3.1, from the schemas that check the requests. */
export function openApiDocument() {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const [key, route] of Object.entries(ROUTES)) {
    const [method = '', path = ''] = key.split(' ')
    paths[path] = {
      ...paths[path],
      [method.toLowerCase()]: operationOf(method.toLowerCase(), path, route),
    }
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Velvet Batch',
      version: '0.1.0',
      description: 'What the application itself asks its server.',
    },
    servers: [{ url: '/', description: 'this server' }],
    paths,
    components: {
      schemas: { Problem: PROBLEM },
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'velvet_session' },
      },
    },
  }
}
