/**
 * Lamps as the picture asks of them: light from a random spot of a face, and what shows of a face
 * to a ray. The same beams, faces and tubes as the ledger's.
 */
import type { Emitter } from '../set/emitter'
import { fromFacePoint } from '../set/faceLight'
import type { Head } from '../set/heads'
import type { Surfaces } from '../set/surface'
import type { Vec } from '../set/vec'

/** One lit face of one light. */
export interface Lamp {
  readonly emitter: Emitter
  /** index of the light */
  readonly light: number
  /** indices of what may stand in its way: all that does not lie wholly behind its mouth */
  readonly before: Int32Array
}

export const lampsOf = (heads: readonly Head[], all: Surfaces): Lamp[] =>
  heads.flatMap(({ emitters }, light) =>
    emitters.map((emitter) => ({
      emitter,
      light,
      before: Int32Array.from(
        all.list.map((_, i) => i).filter((i) => all.reaches(i, emitter.axis, emitter.mouth))
      )
    }))
  )

const inFace = ({ face }: Emitter, u: number, v: number): boolean => {
  if (face.kind === 'rectangle')
    return Math.abs(u) <= face.widthMm / 2 && Math.abs(v) <= face.heightMm / 2
  const r2 = 4 * (u * u + v * v)
  return face.kind === 'disc'
    ? r2 <= face.diameterMm ** 2
    : r2 <= face.outerMm ** 2 && r2 >= face.innerMm ** 2
}

/**
 * A line from a point to a spot of a face.
 * @param line [6] from its start on; the way to the spot is filled
 * @param spot [2] two numbers of 0 to 1, spread evenly over the face's area
 */
export function towards(emitter: Emitter, line: Float64Array, spot: Float64Array): void {
  const { face, at, across, upward } = emitter
  let u: number
  let v: number
  if (face.kind === 'rectangle') {
    u = (spot[0]! - 0.5) * face.widthMm
    v = (spot[1]! - 0.5) * face.heightMm
  } else {
    const outer = face.kind === 'disc' ? face.diameterMm : face.outerMm
    const inner = face.kind === 'disc' ? 0 : face.innerMm
    const r = Math.sqrt(inner * inner + spot[0]! * (outer * outer - inner * inner)) / 2
    const angle = 2 * Math.PI * spot[1]!
    u = r * Math.cos(angle)
    v = r * Math.sin(angle)
  }
  for (let k = 0; k < 3; k++) line[3 + k] = at[k]! + u * across[k]! + v * upward[k]! - line[k]!
}

/** Whether a line to the face at the back of a tube comes in by its mouth. */
function throughMouth({ axis, mouth, tube }: Emitter, line: Float64Array): boolean {
  const way = line[3]! * axis[0] + line[4]! * axis[1] + line[5]! * axis[2]
  const x = mouth[0] - line[0]!
  const y = mouth[1] - line[1]!
  const z = mouth[2] - line[2]!
  const t = (x * axis[0] + y * axis[1] + z * axis[2]) / way
  const dx = t * line[3]! - x
  const dy = t * line[4]! - y
  const dz = t * line[5]! - z
  return t > 0 && dx * dx + dy * dy + dz * dz <= tube!.radiusMm * tube!.radiusMm
}

/**
 * Light that would fall by a line from all of a face if all of it shone as its spot does.
 * @param line [6] from `towards`
 * @param normal of the surface where it starts, unit; null: from every side alike
 * @returns relative as the transport's own
 */
export function lightBy(emitter: Emitter, line: Float64Array, normal: Vec | null): number {
  if (emitter.tube && !throughMouth(emitter, line)) return 0
  return emitter.share * fromFacePoint(emitter, line, normal)
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
