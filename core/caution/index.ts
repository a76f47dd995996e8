export {
  CAUTION_STEPS,
  cautions,
  type Caution,
  type CautionRequest,
  type CautionStep,
} from './cautions'
