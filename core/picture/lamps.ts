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
