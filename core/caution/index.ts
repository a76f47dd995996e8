export { CAUTION_STEPS, cautions, type CautionRequest } from './cautions'
