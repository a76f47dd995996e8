export { cloned } from './cloned'
export { checkBending } from './checkBending'
export { checkCourse } from './checkCourse'
export { layerBelow } from './layerBelow'
export {
  courseParts,
  handsMin,
  isSandedByCourse,
  passesOf,
  workOf,
  type CourseParts,
} from './course'
export { entryTitle } from './entryTitle'
export { insertLayer } from './insertLayer'
export { deepestMm, layerDepthMm } from './layerDepthMm'
export { moveBoundary } from './moveBoundary'
export { filledAs, pieceOfSet, withDividedFill, withDroppedLayer, withoutFill } from './pieceOfSet'
export { poursOfPiece } from './poursOfPiece'
export { checkCups, sizePiece } from './sizePiece'
export {
  copyOfWork,
  courseWithLayer,
  courseWithoutLayer,
  freshKey,
  movedLayer,
  withoutStrays,
} from './editCourse'
export { inclusionMl } from './inclusions'
export { splitLayer } from './splitLayer'
export {
  gramsOf,
  isShareable,
  splitCup,
  splitOfLayer,
  splitSteps,
  type Dosing,
} from './splitOfLayer'
