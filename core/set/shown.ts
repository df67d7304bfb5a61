/** What shows of a lit face to a ray. */
import type { Emitter } from './emitter'

const inFace = ({ face }: Emitter, u: number, v: number): boolean => {
  if (face.kind === 'rectangle')
    return Math.abs(u) <= face.widthMm / 2 && Math.abs(v) <= face.heightMm / 2
  const r2 = 4 * (u * u + v * v)
  return face.kind === 'disc'
    ? r2 <= face.diameterMm ** 2
    : r2 <= face.outerMm ** 2 && r2 >= face.innerMm ** 2
}

/**
 * Radiance of a face where a ray meets it, so that light at a place is its integral over the solid
 * angle of the face, by the cosine there.
 * @param ray [8] as of Surfaces.nearest, its direction of length 1
 * @param most where something stands in the way
 * @param met [2] filled with how far off the lit spot lies, and the cosine at it
 * @returns relative as the transport's own, per steradian; 0 where it does not show
 */
export function shownTo(
  emitter: Emitter,
  ray: Float64Array,
  most: number,
  met: Float64Array
): number {
  const { axis, across, upward, mouth, tube, shape } = emitter
  const dx = ray[3]!
  const dy = ray[4]!
  const dz = ray[5]!
  const cosOff = -(dx * axis[0] + dy * axis[1] + dz * axis[2])
  if (cosOff <= 1e-6 || cosOff < emitter.limitCos) return 0
  const x = ray[0]! - mouth[0]
  const y = ray[1]! - mouth[1]
  const z = ray[2]! - mouth[2]
  let t = (x * axis[0] + y * axis[1] + z * axis[2]) / cosOff
  if (!(t > ray[6]! && t < most)) return 0
  let u = x * across[0] + y * across[1] + z * across[2]
  let v = x * upward[0] + y * upward[1] + z * upward[2]
  const du = dx * across[0] + dy * across[1] + dz * across[2]
  const dv = dx * upward[0] + dy * upward[1] + dz * upward[2]
  u += t * du
  v += t * dv
  if (tube) {
    if (u * u + v * v > tube.radiusMm * tube.radiusMm) return 0
    const on = tube.lengthMm / cosOff
    u += on * du
    v += on * dv
    t += on
  }
  if (!inFace(emitter, u, v)) return 0
  met[0] = t
  met[1] = cosOff
  const round = shape.length > 1 ? Math.atan2(-dv, -du) : 0
  return (emitter.share * shape(cosOff, round) * 1e6) / (cosOff * emitter.areaMm2)
}
