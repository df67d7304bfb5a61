/** A place of the set as a point with a surface, or a spot of the picture. */
import type { SurfaceColour } from '../colour/surface'
import type { Exit } from './glow'
import type { Vec } from './vec'

export interface PlacePoint {
  readonly id: string
  readonly at: Vec
  /**
   * unit normal of the surface; null where light counts from every side alike (vapour, clear
   * things)
   */
  readonly normal: Vec | null
  readonly reflectance: number
  /** null or left out: grey */
  readonly colour?: SurfaceColour
  /** translucent: where light comes through to it; one of a thin thing, several of a thick one */
  readonly exits?: readonly Exit[]
  /** ambient there against what was read, stops */
  readonly gradientStops?: number
  /** of a spot seen through something clear: rays to it from the lens, unit directions */
  readonly seen?: readonly Vec[]
  /** of such a spot: what it shows of ambient light behind the subject and round it, over a card */
  readonly seenAmbient?: { readonly background: number; readonly subject: number }
  /** what the point lies on: that thing does not shade it unless it faces away */
  readonly on: string
}
