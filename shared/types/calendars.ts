/** Since when each calendar has an address; null where it has none. */
export interface CalendarFeeds {
  mine: string | null
  workshop: string | null
  /** Whether the workshop's calendar is this person's to give away. */
  hasWorkshop: boolean
}
