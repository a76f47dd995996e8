/** A point in the plane; mm unless a name says otherwise. */
export type Point = [number, number]
