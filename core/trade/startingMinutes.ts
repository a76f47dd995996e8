/** Minutes for measuring both parts into one cup; a starting value, replaced by the log. */
export const MEASURE_MIN = 4

/** Minutes of hands for one heat pass over one pot's pieces; a starting value. */
export const HEAT_PASS_MIN = 2
