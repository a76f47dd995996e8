export { measure, mesh, type MeshProgress } from './mesh'
export { readStl } from './readStl'
export type * from './types'
