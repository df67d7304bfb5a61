/**
 * How shadows lie on a cell of a face: none, one that hides it all (proved by its corners, since a
 * convex thing's shadow is convex), or edges. Source: math, convexity of a shadow seen from a point.
 */
import { corners, IN, NONE, OUT, spot, UNSURE } from './faceRegion'
import { castShadows, convexShadow, hides, mayHide } from './shadows'

/** A cell this small is hidden by a thing that is not convex when its corners and its middle are. */
const NARROW = 1 / 8
/** From this level on a thing that hides neither corner nor middle of a cell hides none of it. */
const FINE_ENOUGH = 3

/** Of the cell last looked at. */
export const shade = {
  /** those that may hide something of it, as bits */
  reaching: 0,
  /** the one whose edge alone runs across it; NONE: none does, or several may */
  edgeOf: NONE
}
let count = 0

/** As castShadows. */
export function beginShade(...asked: Parameters<typeof castShadows>): void {
  castShadows(...asked)
  count = asked[5]
}

/** Blockers have a bit each; those past the last share it. */
const bitOf = (blocker: number): number => 1 << (blocker < 31 ? blocker : 31)

/** Least and most across, least and most up of the cell's corners. */
const extent = new Float64Array(4)
function putExtent(): void {
  extent[0] = extent[1] = corners[0]!
  extent[2] = extent[3] = corners[1]!
  for (let k = 2; k < 8; k += 2) {
    if (corners[k]! < extent[0]!) extent[0] = corners[k]!
    if (corners[k]! > extent[1]!) extent[1] = corners[k]!
    if (corners[k + 1]! < extent[2]!) extent[2] = corners[k + 1]!
    if (corners[k + 1]! > extent[3]!) extent[3] = corners[k + 1]!
  }
}

/**
 * Whether blockers hide the cell of `corners` and `spot`: IN none does, OUT one hides it all,
 * UNSURE. Sets `shade`.
 * @param among bits of the blockers that may; −1: all of them
 * @param reach of the cell against the face's
 */
export function shadeOf(among: number, reach: number, level: number): number {
  shade.reaching = 0
  shade.edgeOf = NONE
  if (count === 0 || among === 0) return IN
  putExtent()
  let parts = 0
  for (let k = 0; k < count; k++) {
    const bit = bitOf(k)
    if (!(among & bit) || !mayHide(k, extent)) continue
    shade.reaching |= bit
    const hidden = hides(k, corners, 0)
    if (
      hides(k, corners, 2) !== hidden ||
      hides(k, corners, 4) !== hidden ||
      hides(k, corners, 6) !== hidden
    ) {
      parts++
      if (convexShadow(k)) shade.edgeOf = k
    } else if (hidden && (convexShadow(k) || (reach < NARROW && hides(k, spot, 0)))) return OUT
    else if (hidden || hides(k, spot, 0)) parts += 2
  }
  // Things smaller than a cell may stand before it unseen: cut down to a size where they show.
  const few = level >= FINE_ENOUGH || (shade.reaching & (shade.reaching - 1)) === 0
  if (parts !== 1 || !few) shade.edgeOf = NONE
  if (parts > 0) return UNSURE
  return level >= FINE_ENOUGH || shade.reaching === 0 ? IN : UNSURE
}

/** Whether one of some blockers hides `spot`. */
export function hiddenSpot(among: number): boolean {
  for (let k = 0; k < count; k++) if (among & bitOf(k) && hides(k, spot, 0)) return true
  return false
}
