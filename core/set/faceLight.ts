/**
 * Light of one point of a head's face. Source: radiometry: Lambert's cosine law, inverse square;
 * the beam from the kit.
 */
import type { Emitter } from './emitter'
import type { Vec } from './vec'

/**
 * What one point of a face would give if all of it shone from there.
 * @param line from where it falls the way to the point of the face, x, y, z, from index 3
 * @param normal of the surface there, unit; null: light counts from every side alike
 * @returns relative as the transport's own; 0 outside the beam and below the horizon
 */
export function fromFacePoint(emitter: Emitter, line: Float64Array, normal: Vec | null): number {
  const { axis, across, upward, shape, limitCos } = emitter
  const dx = line[3]!
  const dy = line[4]!
  const dz = line[5]!
  const d2 = Math.max(0.25, dx * dx + dy * dy + dz * dz)
  const d = Math.sqrt(d2)
  const cosOff = -(dx * axis[0] + dy * axis[1] + dz * axis[2]) / d
  if (cosOff <= 0 || cosOff < limitCos) return 0
  const cosIn = normal === null ? 1 : (dx * normal[0] + dy * normal[1] + dz * normal[2]) / d
  if (cosIn <= 0) return 0
  const round =
    shape.length > 1
      ? Math.atan2(
          -(dx * upward[0] + dy * upward[1] + dz * upward[2]),
          -(dx * across[0] + dy * across[1] + dz * across[2])
        )
      : 0
  return (shape(cosOff, round) * cosIn * 1e6) / d2
}
