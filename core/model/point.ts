/** A point or direction of a model: x, y, z. */
export type Point = readonly [number, number, number]
