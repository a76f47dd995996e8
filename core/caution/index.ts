export { CAUTION_STEPS, cautions, type CautionRequest, type CautionStep } from './cautions'
