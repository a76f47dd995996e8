/** Whole numbers to be chosen: of each product some pieces, within the room of all capacities. */
export interface Choosing {
  products: {
    /** What 0, 1, 2 … pieces bring; each no more than the one before. */
    values: number[]
    /** What a piece takes of each capacity. */
    uses: number[]
  }[]
  /** What each capacity has. */
  room: number[]
}

export interface Chosen {
  pieces: number[]
  value: number
  isProven: boolean
  bound: number
}
