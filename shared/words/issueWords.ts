import type { IssueParams } from '../../core/issue'
import type { Issue, IssueCode } from '../../core/result'
import { AS_GIVEN, type PlanNames } from './names'
import { PLAN_ISSUE_WORDS, type PlanIssueCode } from './planIssueWords'
import { EVENT_WORDS, STEP_WORDS } from './runWords'

const hundredths = (value: number) => value.toFixed(2)
const tenths = (value: number) => value.toFixed(1)
const rough = (value: number) => value.toFixed(value < 100 ? 1 : 0)

type OtherWords = {
  [C in Exclude<IssueCode, PlanIssueCode>]: (params: IssueParams[C]) => string
}

/** What is wrong with a field, to be read behind its name. */
const ISSUE_WORDS: OtherWords = {
  field: ({ sentence }) => sentence,
  'unknown-operation': ({ name, known }) =>
    `"${name}" is not an operation; there are ${known.join(', ')}`,
  'not-json': () => 'is not JSON',
  'file-unreadable': ({ file, reason }) => `"${file}" cannot be read: ${reason}`,

  'currency-unknown': () => 'must be a currency code of ISO 4217, such as EUR',
  'prices-hidden': () => 'prices are for the members of the workshop to see',
  'price-of-manager': () => 'is the manager’s to change',
  'margin-too-great': () =>
    'the selling fee and this margin together eat the whole price; ask for less margin',

  'never-sure': ({ mostPieces, chance }) =>
    `is more than ${mostPieces} pieces can be sure of: ${tenths(100 * chance)} % at the best`,
  'least-does-not-fit': ({ needed, there }) =>
    `holds ${there}, and the least of each piece takes ${needed}`,

  'density-missing': ({ part }) =>
    `the density of part ${part} is needed to convert between mass and volume`,
  'nothing-in-cup': () => 'both parts are empty: nothing to rescue',
  'step-too-fine': ({ mostSteps }) => `is too fine for this need: more than ${mostSteps} steps`,

  'stl-not-finite': () => 'holds a coordinate that is no finite number',
  'stl-neither-form': () =>
    'is not an STL file: neither the binary form with its right length nor the text form',
  'stl-malformed': ({ afterTriangles }) =>
    `breaks off or is malformed after ${afterTriangles} triangles`,
  'stl-empty': () => 'holds no triangle',
  'samples-out-of-range': ({ most }) => `must be a whole number from 1 to ${most}`,

  'milestone-unknown': () => 'is not among the milestones of this resin',
  'window-backwards': () => 'must not come before what opens it',
  'starts-before-profile': () => 'lies before the first temperature of the profile',

  'outline-crosses': () => 'the outline crosses or touches itself',
  'inclusions-exceed-layer': ({ inclusionsMl, layerMl }) =>
    `the inclusions take ${hundredths(inclusionsMl)} ml, the layer has only ${hundredths(layerMl)} ml`,
  'coat-needs-area': () => 'a coat needs a shape whose area is known, not only its content',
  'height-missing': () => 'is needed to fill the shape; only a coat can do without',
  'over-brim': ({ reachesMm, brimMm }) =>
    `reaches ${hundredths(reachesMm)} mm, the brim is at ${hundredths(brimMm)} mm`,
  'level-not-rising': ({ reachesMm, belowMm }) =>
    `reaches ${hundredths(reachesMm)} mm, which is not above the layer below (${hundredths(belowMm)} mm)`,
  'pieces-not-whole': () => 'there have to be a whole number of pieces, at least one',
  'gets-no-layer': ({ piece }) => `${piece} gets no layer at all; take it out of the set`,
  'of-set-piece': ({ piece, layer, issue }) =>
    `${piece}: ${issueWords(issue)}${layer === null ? '' : ` (${layer})`}`,

  'water-out-of-range': ({ coldestC, warmestC }) => `must be from ${coldestC} to ${warmestC} °C`,
  'level-not-higher': ({ belowMm }) => `must be higher than ${belowMm} mm`,
  'water-not-more': () =>
    'must be more than at the level below; write down what is in the mould altogether',
  'level-missing': () => 'needs at least one level',
  'corners-not-four': () => 'needs the four corners of the rectangle',
  'corners-not-round': () =>
    'must go round the rectangle, each corner once; three of them lie on a line or two are swapped',
  'beyond-horizon': () => 'lies beyond the horizon of the rectangle’s plane',

  'fits-no-pot': ({ maxMixMl, workMin, needMl, needMin, isGroup }) =>
    `fits no pot of ${maxMixMl} ml and ${workMin} min${isGroup ? ' with the others of its colour' : ''} (${tenths(needMl)} ml, ${tenths(needMin)} min)`,

  'path-malformed': ({ detail }) => `is malformed: ${detail}`,
  'number-too-large': () => 'holds a number that is too large',
  'too-many-points': ({ most }) =>
    `needs more than ${most} points at this flattenMm; take a larger one`,
  'corners-too-few': () => 'needs three different corners to enclose something',
  'too-large-at-scale': () => 'is too large at this scale',

  'cup-holds-less': ({ holdsMl }) => `the cup holds ${hundredths(holdsMl)} ml then`,
  'shares-not-whole': ({ totalPct }) =>
    `the shares add up to ${totalPct} %, they must add up to 100`,
  'never-mixed': ({ layer }) => `nothing mixes ${layer}: put its mix into the course`,
  'mixed-twice': ({ layer }) => `${layer} is mixed already`,
  'never-poured': ({ layer }) => `nothing pours ${layer}: give it a pour`,
  'poured-unmixed': ({ layer }) => `${layer} is poured before it is mixed`,
  'layer-below-later': ({ layer, below }) =>
    `${layer} is mixed before ${below}, which lies below it, is poured out`,
  'not-of-its-kind': () => 'does not fit what it is',
  'cup-unknown': () => 'pours from a cup that is not there',
  'within-nothing': () => 'is counted from something that is not in the course',
  'within-later': () => 'is counted from something that is only done later',
  'kept-until-earlier': () => 'is given back before it is taken: choose something that comes later',
  'too-hard-to-bend': ({ earlier }) =>
    `comes after “${earlier}”, and by then it is too hard to bend: bend it first`,
  'wet-on-nothing': ({ layer }) =>
    `there is no layer below ${layer} that could still be wet; choose another joint`,
  'sides-unmeasured': ({ layer }) => `say how high and how thick ${layer} lies on the sides`,
  'closes-before-it-opens': ({ mostMin, leastMin }) =>
    `closes before it opens: what lies between takes ${rough(leastMin)} min, the window is ${rough(mostMin)} min`,
  'which-layer': () => 'say which layer is meant: there are several',
  'rest-over': () => 'what comes on top of the layer needs an amount, not the rest',
  'over-without-part': () => 'what comes on top of the layer needs a part of its own',
  'second-rest': () => 'another cup takes the rest of this layer already',
  'second-mixing-cup': () => 'another cup is the mixing cup already',
  'cups-in-circle': () => 'a cup is filled from one that is filled from it',
  'rest-of-shared': () =>
    'takes all that is left of a cup of which pours without an amount take their share',
  'filled-already': () => 'this cup is not filled from others, or is full already',
  'parts-exceed-layer': ({ tooMuchMl, layerMl }) =>
    `its cups take ${hundredths(tooMuchMl)} ml more than the ${hundredths(layerMl)} ml that it takes`,
  'parts-short-of-layer': ({ missingMl, layerMl }) =>
    `its cups leave ${hundredths(missingMl)} ml of its ${hundredths(layerMl)} ml without a cup; give one of them the rest`,
  'fillers-exceed-cup': ({ fillersMl, cupMl }) =>
    `what is stirred in takes ${hundredths(fillersMl)} ml, the cup has only ${hundredths(cupMl)} ml`,
  'mix-too-small': ({ filmsMl }) =>
    `is no more than the ${hundredths(filmsMl)} ml that stay on the walls of the cups`,
  'density-needed': () => 'a load in per cent needs the density of the mix',
  'drop-unknown': () => 'drops need both dropMl and density',
  'pigment-without-resin': () => 'pigment needs resin to go into',

  'name-unknown': ({ name }) => `nothing here has the name "${name}"`,
  'name-twice': ({ name }) => `stands twice: "${name}"`,

  'least-above-greatest': () =>
    'must not be more than the greatest depth and the depth of the mould',

  'two-resins': ({ resins }) => `${resins.join(' and ')} do not go into one pot`,
  'same-piece': ({ layer }) =>
    `${layer} must cure before the next layer of the same piece is poured`,
  'not-enough-moulds': ({ mould, pieces, there }) =>
    `${pieces} pieces need ${mould}, there are ${there}`,
  'too-many-at-once': ({ layer, pieces, atOnce }) =>
    `${pieces} pieces of ${layer} are more than the ${atOnce} that it is poured on from one mix`,
  'too-much': ({ needMl, mostMl }) =>
    `${rough(needMl)} ml is more than the ${rough(mostMl)} ml it bears in one cup`,
  'rested-too-long': ({ layer, cup, fromMin, mostMin }) =>
    `${cup} for ${layer} would be poured ${rough(fromMin)} min after stirring; it may rest ${rough(mostMin)} min at most`,
  'too-slow': ({ busyMin, workMin }) =>
    `resting and pouring take ${rough(busyMin)} min, the cup stays workable for ${rough(workMin)} min`,
  'colour-apart': ({ colour, mixes }) =>
    `the colour of ${colour} is mixed ${mixes} times: weigh its pigment, two mixes seldom match by eye`,
  'pot-circle': () =>
    'this pot waits for another that waits for it: a layer of each lies below one of the other',
  'pours-nothing': () => 'pours nothing',

  'name-taken': ({ what }) =>
    what === 'sign-in'
      ? 'somebody else signs in with this name'
      : what === 'holiday'
        ? 'other closed days have this name'
        : `another ${what} has this name`,
  'in-use': ({ uses }) =>
    `is in use: ${uses.map(({ what, name }) => (what === 'piece' ? `piece ${name} lies there` : `the ${what} “${name}”`)).join(', ')}`,
  'last-manager': () => 'is the only manager here; make somebody else one first',
  'room-unknown': () => 'is no room of this workshop',
  'setup-over': () => 'this installation has its workshop already; sign in there',
  'setup-code': () => 'is not the code that the start command printed',
  'password-wrong': () => 'is not your password',
  'not-in-stores': ({ what }) =>
    what === 'person' ? 'this person is not of the workshop' : `this ${what} is not in the stores`,
  'below-nothing': ({ left, unit }) =>
    `it holds ${rough(left)} ${unit} by the ledger; say why more than that is gone, or count it first`,
  'price-moved': ({ total }) => `it comes to ${total} now; look at the figures again`,
  'quote-past': ({ validUntil }) =>
    `is missing: the quote was good until ${validUntil}; say why it holds all the same`,
  'day-passed': () => 'has passed already',
  'not-its-name': () => 'is not the name of this workshop',
  'resin-missing': () => 'this resin does not exist',
  'recipe-missing': () => 'this recipe does not exist',
  'layer-missing': () => 'belongs to a layer that is not there',
  'keeps-recipe': () => 'has been begun already; add a line of its own for another recipe',
  'owner-unknown': () => 'names somebody who is not in the workshop',
  'place-unknown': () => 'names a place that does not exist',
  'work-unknown': () => 'is no work of this order any more: its recipe has changed, or it is gone',
  'only-so-many-pieces': ({ pieces }) =>
    `must be among the ${pieces} ${pieces === 1 ? 'piece' : 'pieces'} of this line`,
  'not-here-any-more': () => 'is nobody of this workshop',
  'say-why': () => 'is missing: say why in a few words',
  'put-off-until': () => 'must be later than now: say until when',
  'answer-asked': ({ question }) => `is asked: ${question}`,
  'not-yet': () =>
    'cannot have happened: it lies more than a day ahead; see what time this device shows',
  'layers-missing': ({ layers }) =>
    `by its log this piece is not poured whole: ${layers.map((name) => `“${name}”`).join(' and ')} ${layers.length === 1 ? 'is' : 'are'} missing`,
  'below-missing': ({ layers }) =>
    `by the log, what lies below is not poured yet: ${layers.map(({ layer, order }) => `“${layer}” of “${order}”`).join(', ')}`,
  'step-passed': ({ done, donePart, asks, asksPart }) =>
    `“${ofPart(EVENT_WORDS[done], donePart)}” was not taken over: this pot is at “${ofPart(STEP_WORDS[asks], asksPart)}”; look at what is in the cup before going on`,
  'beyond-column': () => 'is larger than can be kept',
  'cursor-unknown': () => 'is not a cursor of this list',
  'code-missing': () => 'the code that your device shows, or one of the spare ones',
  'code-wrong': () => 'the code is wrong, or was used before',
  'sign-in-wrong': () => 'the name or the password is wrong',
}

const ofPart = (words: string, part: 'a' | 'b' | null) =>
  part === null ? words : `${words} part ${part.toUpperCase()}`

const WORDS = { ...ISSUE_WORDS, ...PLAN_ISSUE_WORDS } as Record<
  IssueCode,
  (params: Issue['params'], names: PlanNames) => string
>

/**
 * Puts what is wrong into words; the one place where that is done.
 * @param names how tasks, makers, moulds and instants are called; as the request gave them by
 *   default
 */
export function issueWords(issue: Issue, names: PlanNames = AS_GIVEN): string {
  return WORDS[issue.code](issue.params, names)
}

/** What is wrong, at its path, in words: as it travels, and as forms show it. */
export const said = (issue: Issue): { path: string; message: string } => ({
  path: issue.path,
  message: issueWords(issue),
})

/** One thing that is wrong, as a sentence of its own. */
export function issueSentence(issue: Issue): string {
  const words = issueWords(issue)
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`
}

/** Several things that are wrong, in one sentence. */
export const allSaid = (issues: readonly Issue[]): string =>
  issues.map((issue) => issueWords(issue)).join('; ')
