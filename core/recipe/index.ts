export { checkCourse } from './checkCourse'
export { courseParts, handsMin, passTimes, workOf, type CourseParts } from './course'
export { entryTitle } from './entryTitle'
export { insertLayer } from './insertLayer'
export { layerDepthMm } from './layerDepthMm'
export { moveBoundary } from './moveBoundary'
export { poursOfPiece } from './poursOfPiece'
export { checkCups, sizeBatch, sizePiece } from './sizeBatch'
export { courseWithLayer, courseWithoutLayer, freshKey, movedLayer } from './editCourse'
export { splitLayer } from './splitLayer'
export {
  gramsOf,
  isShareable,
  splitCup,
  splitOfLayer,
  splitSteps,
  type Dosing,
} from './splitOfLayer'
