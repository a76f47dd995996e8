import { body, oneOf } from './fields'

export const FEEDS = ['mine', 'workshop'] as const
export type FeedName = (typeof FEEDS)[number]

export const feedSchema = body({ whose: oneOf(FEEDS).required() })
