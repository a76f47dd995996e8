declare const of: unique symbol
/** An id of a plan request that stands for a row of some kind and for no other. */
type IdOf<Kind extends string> = string & { readonly [of]: Kind }

export type MakerId = IdOf<'maker'>
export type StationId = IdOf<'station'>
export type PlaceId = IdOf<'place'>
export type MouldId = IdOf<'mould'>
export type JobId = IdOf<'job'>

/** Turns the numbers of rows into ids of a plan request and back; nobody else takes ids apart. */
interface Codec<Id extends string> {
  of: (row: number) => Id
  /** @throws Error when it is not the id of such a row: our bug */
  row: (id: string) => number
  rowOrNull: (id: string | null) => number | null
}

function codec<Id extends string>(prefix: string): Codec<Id> {
  const row = (id: string): number => {
    const digits = id.startsWith(prefix) ? id.slice(prefix.length) : ''
    if (!/^-?\d+$/.test(digits)) throw new Error(`"${id}" is not an id that begins with ${prefix}`)
    return Number(digits)
  }
  return {
    of: (number) => `${prefix}${number}` as Id,
    row,
    rowOrNull: (id) => (id === null ? null : row(id)),
  }
}

export const makerId = codec<MakerId>('p')
export const stationId = codec<StationId>('s')
export const placeId = codec<PlaceId>('r')
export const mouldId = codec<MouldId>('m')
/** The job of an order line. */
export const jobId = codec<JobId>('line')
