/** A lit face in the set that light leaves from, as plain figures. */
import type { Face } from '../kit/kit'
import type { BeamShape } from '../light/beam'
import type { Vec } from './vec'

/** A straight round tube before a lit face, its mouth `lengthMm` in front of it. */
export interface Tube {
  readonly radiusMm: number
  readonly lengthMm: number
}

export interface Emitter {
  /** middle of the lit face: at the back of a tube */
  readonly at: Vec
  /** where light comes out: the face itself, or the tube's mouth */
  readonly mouth: Vec
  /** unit direction it looks in */
  readonly axis: Vec
  readonly across: Vec
  readonly upward: Vec
  readonly face: Face
  readonly tube: Tube | null
  readonly shape: BeamShape
  /** what it gives on its axis from afar, as a share of the light's whole; 1 for most */
  readonly share: number
  /** cosine of the angle beyond which it sends nothing: a grid's, a snoot's, a table's last */
  readonly limitCos: number
  /** tangent of that angle; Infinity where it sends light to the sides */
  readonly limitTan: number
  /** tangent of the angle within which its beam falls by about a stop */
  readonly smoothTan: number
  /** of a ball round the face, mm */
  readonly radiusMm: number
  readonly areaMm2: number
}
