export { pots } from './pots'
export type * from './types'
