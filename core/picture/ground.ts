/** The background where a path meets it: what is printed on it, and how ambient falls off across it. */
import { gradientStopsAt } from '../set/backdrop'
import type { Backdrop } from './world'

export interface Ground {
  /** Multiplies what it throws back by what is printed at a hit. */
  readonly print: (hit: Float64Array, albedo: Float64Array) => void
  /** Ambient at a hit over what was read. */
  readonly ambient: (hit: Float64Array) => number
}

export function newGround({ sheet, background, printed }: Backdrop): Ground {
  const at = new Float64Array(2)
  const colour = new Float64Array(3)
  const putSpot = (hit: Float64Array): void => {
    at.fill(0)
    for (let k = 0; k < 3; k++) {
      const off = hit[1 + k]! - sheet.at[k]!
      at[0]! += (off * sheet.across[k]!) / sheet.halfAcross
      at[1]! += (off * sheet.upward[k]!) / sheet.halfUpward
    }
  }
  const even = background.gradientStops === 0
  return {
    print(hit, albedo) {
      if (!printed) return
      putSpot(hit)
      printed(at[0]!, at[1]!, colour)
      for (let k = 0; k < 3; k++) albedo[k]! *= colour[k]!
    },
    ambient(hit) {
      if (even) return 1
      putSpot(hit)
      return 2 ** gradientStopsAt(background, at[0]!, at[1]!)
    }
  }
}
