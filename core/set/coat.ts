/**
 * A smooth clear coat (lacquer, chitin, glass on a table) in what the set stands in: under water its
 * index is near the water's, and it mirrors a tenth of what it does in air. Source: Fresnel's
 * equations.
 */
import { refractiveIndex, type Medium } from '../medium/water'
import { fresnelOver, GLASS_INDEX } from './specular'

export interface Coat {
  /** its index over that of what is round it */
  readonly over: number
  /** what of light goes through it, at a cosine from its normal */
  readonly through: (cos: number) => number
  /** what a matt base under it sends on of what it would without, so that head on it is the same */
  readonly base: number
  /** what comes out of it again of light spread evenly: ∫ (1 − F) 2 cos sin */
  readonly even: number
}

const STEPS = 400
function coatOf(over: number): Coat {
  const through = (cos: number): number => 1 - fresnelOver(Math.min(1, cos), over)
  let even = 0
  // Even steps of sin²: each stands for as much light.
  for (let k = 0; k < STEPS; k++) even += through(Math.sqrt(1 - (k + 0.5) / STEPS)) / STEPS
  return { over, through, base: 1 / through(1) ** 2, even }
}

const known = new Map<number, Coat>()
export function coatIn(medium: Medium): Coat {
  const over = GLASS_INDEX / refractiveIndex(medium)
  const coat = known.get(over) ?? coatOf(over)
  known.set(over, coat)
  return coat
}
