export { measure, mesh } from './mesh'
export { readStl } from './readStl'
export type * from './types'
