/** Who or what read a thermometer. */
export const READING_SOURCES = ['hand', 'sensor', 'box'] as const
export type ReadingSource = (typeof READING_SOURCES)[number]

/** A temperature as it was measured, in a room or in a heated box. */
export interface Reading {
  roomId: number | null
  placeId: number | null
  at: string
  tempC: number
  humidityPct: number | null
  source: ReadingSource
}
