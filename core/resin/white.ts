/** White above this load in a layer thinner than this sinks before it gels; starting values. */
export const WHITE_LOAD_PCT = 1
export const WHITE_DEPTH_MM = 3
/** A resin that scores so much holds white up by itself; so little, and it lets it sink. */
export const HOLDS_WHITE = 4
export const LETS_WHITE_SINK = 2
