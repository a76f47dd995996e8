export { faceStrokes, type FaceStroke } from './faceStrokes'
export { faceSvg } from './faceSvg'
export { faceThings } from './faceThings'
export { bandPath, outlinePath } from './paths'
