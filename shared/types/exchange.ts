/** A row that two people can edit: the version that was read goes back with every save. */
export type Versioned<T> = T & { version: number }

export interface Page<T> {
  rows: T[]
  /** Pass this on to get the rows after these; null when there are none. */
  next: string | null
}

export interface Problem {
  type: string
  title: string
  status: number
  code: string
  issues: { path: string; message: string }[]
  /** After a conflict: the row as it stands now. */
  current?: unknown
  requestId?: string
}
