/** Flat things and bodies that a set is made of. */
import type { Bvh } from '../model/bvh'
import type { Vec } from './vec'

/** A flat thing. Both sides of it count. */
export interface Sheet {
  readonly id: string
  readonly kind: 'rectangle' | 'disc' | 'ring'
  readonly at: Vec
  readonly across: Vec
  readonly upward: Vec
  /** unit, square to `across` and `upward` */
  readonly normal: Vec
  readonly halfAcross: number
  readonly halfUpward: number
  /** of a ring: radius of its hole over that of its rim, 0–1 */
  readonly hole?: number
}
/** A body: an ellipsoid, a box, a cylinder round its second axis, or a mesh that fills its box. */
export interface Solid {
  readonly id: string
  readonly kind: 'box' | 'ellipsoid' | 'cylinder' | 'mesh'
  /** of a mesh */
  readonly mesh?: Bvh
  readonly at: Vec
  /** its own axes, unit and square to each other */
  readonly axes: readonly [Vec, Vec, Vec]
  /** half sizes along them, mm */
  readonly half: Vec
}
export type Surface = Sheet | Solid

/** Whether a surface is flat. */
export const isSheet = (surface: Surface): surface is Sheet => 'normal' in surface
