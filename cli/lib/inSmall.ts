/**
 * A figure of a measurement: the full one, or a small one that only shows that the measurement still
 * runs (`VELVET_BENCH_SMALL`, as `./velvet test long` sets it).
 */
export const inSmall = <T>(full: T, small: T): T => (process.env.VELVET_BENCH_SMALL ? small : full)
