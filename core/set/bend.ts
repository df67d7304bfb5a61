/** Where a ray goes on from a smooth face: mirrored or bent. Sources: law of reflection; Snell's law. */

/**
 * Mirrors a ray's direction.
 * @param basis a unit normal first
 * @param ray its direction of length 1 from 3 on
 */
export function mirrored(basis: Float64Array, ray: Float64Array): void {
  const twice = 2 * (ray[3]! * basis[0]! + ray[4]! * basis[1]! + ray[5]! * basis[2]!)
  for (let k = 0; k < 3; k++) ray[3 + k]! -= twice * basis[k]!
}

/** Bends a ray's direction into what lies behind; only where it does not mirror all. */
export function bent(basis: Float64Array, cosIn: number, over: number, ray: Float64Array): void {
  const cosOut = Math.sqrt(1 - (1 - cosIn * cosIn) / (over * over))
  const on = cosIn / over - cosOut
  for (let k = 0; k < 3; k++) ray[3 + k] = ray[3 + k]! / over + on * basis[k]!
}
