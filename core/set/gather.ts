/**
 * Light of a head summed over its face: near sources, the cosines at both ends, the beam, and what
 * stands in the way. Source: radiometry of extended sources: Lambert's cosine law, inverse square
 * for each sample.
 */
import type { Head } from './heads'
import { FINEST, samplesOf } from './samples'
import type { Scene } from './scene'
import type { Blocked } from './surface'
import type { Vec } from './vec'

/**
 * Light gathered at a point: straight light with and without what stands in the way, and whether a
 * step runs across the face.
 */
export interface Gathered {
  direct: number
  open: number
  mixed: boolean
}
export const newGathered = (): Gathered => ({ direct: 0, open: 0, mixed: false })

/**
 * Light of one head at one point.
 * @param samples of its face: x, y, z, weight each
 * @param normal of the surface there, unit; null: light counts from every side alike
 * @param into filled with what is found
 */
export function gather(
  head: Head,
  samples: Float64Array,
  at: Vec,
  normal: Vec | null,
  blocked: Blocked,
  into: Gathered
): void {
  const { axis, across, upward, shape, cutCos } = head
  let open = 0
  let direct = 0
  let inside = 0
  let seen = 0
  let least = 1
  let cosines = 0
  const count = samples.length / 4
  for (let i = 0; i < count; i++) {
    const sx = samples[i * 4]!
    const sy = samples[i * 4 + 1]!
    const sz = samples[i * 4 + 2]!
    const dx = sx - at[0]
    const dy = sy - at[1]
    const dz = sz - at[2]
    const d2 = Math.max(0.25, dx * dx + dy * dy + dz * dz)
    const d = Math.sqrt(d2)
    const cosOff = -(dx * axis[0] + dy * axis[1] + dz * axis[2]) / d
    if (cosOff <= 0 || cosOff < cutCos) continue
    const cosIn = normal === null ? 1 : (dx * normal[0] + dy * normal[1] + dz * normal[2]) / d
    if (cosIn <= 0) continue
    const round =
      shape.length > 1
        ? Math.atan2(
            -(dx * upward[0] + dy * upward[1] + dz * upward[2]),
            -(dx * across[0] + dy * across[1] + dz * across[2])
          )
        : 0
    const e = (samples[i * 4 + 3]! * shape(cosOff, round) * cosIn * 1e6) / d2
    if (e <= 0) continue
    inside++
    cosines += cosIn
    if (cosIn < least) least = cosIn
    open += e
    if (blocked(at[0], at[1], at[2], sx, sy, sz)) continue
    seen++
    direct += e
  }
  into.direct = direct
  into.open = open
  // Nodes stand off the face's edge: where the outermost sees little of it, the edge itself may be
  // below the surface's horizon.
  into.mixed =
    (inside > 0 && inside < count) || (seen > 0 && seen < inside) || least * inside < 0.43 * cosines
}

/**
 * Straight light of a head at any point of the set, relative as the transport's own.
 * @param index of the light
 * @param normal of the surface there, unit
 */
export function lightAt({ heads, surfaces }: Scene, index: number, at: Vec, normal: Vec): number {
  const head = heads[index]!
  const into = newGathered()
  gather(head, samplesOf(head, FINEST), at, normal, surfaces.blocked, into)
  return into.direct
}
