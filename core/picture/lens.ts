/**
 * Rays from the lens into the set: from a spot of the entrance pupil through a spot of the plane of
 * focus, so that depth of field and the shape of what is out of focus follow by themselves.
 */
import { pupilWidthMm } from '../plan/lensInUse'
import type { Plan } from '../plan/plan'
import type { CameraPose } from '../set/camera'

export interface Lens {
  /**
   * @param x,y of the frame, −1 to 1, + right and up
   * @param spot [2] of the pupil, two numbers of 0 to 1
   * @param ray [8] filled, of length 1; nothing before the front of the lens counts
   */
  readonly rayTo: (x: number, y: number, spot: Float64Array, ray: Float64Array) => void
}

export function lensOf(plan: Plan, pose: CameraPose): Lens {
  const { right, up, pupil, pupilMm, frontMm, toCamera, halfWidthMm, halfHeightMm } = pose
  const radius = pupilWidthMm(plan) / 2
  // The pupil lies inside the lens: what is there is not in the set.
  const inside = Math.max(0, 1 - frontMm / pupilMm)
  return {
    rayTo(x, y, spot, ray) {
      const r = radius * Math.sqrt(spot[0]!)
      const angle = 2 * Math.PI * spot[1]!
      const a = r * Math.cos(angle)
      const b = r * Math.sin(angle)
      const across = x * halfWidthMm - a
      const upward = y * halfHeightMm - b
      const length = Math.sqrt(across * across + upward * upward + pupilMm * pupilMm)
      for (let k = 0; k < 3; k++) {
        ray[k] = pupil[k]! + a * right[k]! + b * up[k]!
        ray[3 + k] = (across * right[k]! + upward * up[k]! - pupilMm * toCamera[k]!) / length
      }
      ray[6] = inside * length
      ray[7] = Infinity
    }
  }
}
