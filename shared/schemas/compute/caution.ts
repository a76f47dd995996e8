import { CAUTION_STEPS, type CautionRequest } from '../../../core/caution'
import { MILESTONES, SOFT_MILESTONES, TOOLS } from '../../../core/trade'
import { exact, flag, list, named, notNegative, num, oneOf, text } from '../fields'
import { schemaOf } from '../typed'

const step = () => oneOf(CAUTION_STEPS).required()
const known = () => flag().nullable()

export const cautionsSchema = schemaOf<CautionRequest>()(
  exact({
    step: step(),
    tool: oneOf(TOOLS).nullable(),
    onSilicone: known(),
    alcoholNear: known(),
    looseFlakes: known(),
    openPourInRoom: known(),
    reached: oneOf([...MILESTONES, ...SOFT_MILESTONES]).nullable(),
    mixMl: notNegative().nullable(),
    maxMixMl: notNegative().nullable(),
    hasPowder: known(),
    foodContact: known(),
    isMinor: known(),
    gloveIsSticky: known(),
    coldResin: known(),
    offRatioPct: num().nullable(),
    tolerancePct: notNegative().nullable(),
    hoursSinceWax: notNegative().nullable(),
    studio: list(
      exact({ step: step(), code: named().required(), text: text(400).required() }).required(),
    ).nullable(),
  }),
)
