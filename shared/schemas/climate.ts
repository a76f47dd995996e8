import { body, id, instant, num } from './fields'

/** A temperature that somebody has read. */
export interface NewReading {
  /** The room it was read in; null for a heated box. */
  roomId: number | null
  placeId: number | null
  tempC: number
  humidityPct: number | null
  at: string
}

export const readingSchema = body({
  roomId: id().nullable().defined(),
  placeId: id()
    .nullable()
    .defined()
    .test('where', 'say the room or the box, not both', function (placeId) {
      const { roomId } = this.parent as NewReading
      return (placeId === null) !== (roomId === null)
    }),
  tempC: num().required().min(-40).max(120),
  humidityPct: num().min(0).max(100).nullable().defined(),
  at: instant().required(),
})
