/** From each of scattered things to the next, so that they lie as seeds do in a flower, radians. */
export const DOT_TURN = 2.39996
