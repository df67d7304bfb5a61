/**
 * Where flat things are cut into patches besides the even strips: along the very line where others
 * run through them (a card dips below the table, the background through it), so that no patch lies
 * on both sides of another thing, and in the pockets behind near ones. Source: math, the line in
 * which two planes meet.
 */
import { pointOn } from './onSheet'
import type { Sheet } from './surface'
import { dot, sub, type Vec } from './vec'

/** A cut: where it runs at the middle of a sheet, −1 to 1, and by how much it leans to its ends. */
export interface Cut {
  readonly at: number
  readonly lean: number
}
/** Cuts of a sheet from edge to edge, in order: u by v, and v by u. */
export interface Strips {
  readonly us: readonly Cut[]
  readonly vs: readonly Cut[]
}

export const straightCuts = (edges: readonly number[]): Cut[] =>
  edges.map((at) => ({ at, lean: 0 }))

/** Nearer to another cut than this a cut is left out. */
const LEAST = 0.02
/** A strip wider than this is cut once more. */
const WIDEST = 0.8
/** A cut that leans by more is made straight: patches would be too askew. */
const MOST_LEAN = 0.6

/** How far two cuts run from each other where they come nearest; 0: they cross. */
function gapOf(a: Cut, b: Cut): number {
  const one = a.at - a.lean - b.at + b.lean
  const other = a.at + a.lean - b.at - b.lean
  return one * other <= 0 ? 0 : Math.min(Math.abs(one), Math.abs(other))
}

/** Adds a cut; straight ones in its way go. */
function withCut(cuts: readonly Cut[], cut: Cut): readonly Cut[] {
  const [first, last] = [cuts[0]!, cuts.at(-1)!]
  const fixed = cuts.filter((each) => each === first || each === last || each.lean !== 0)
  const fits = Math.abs(cut.lean) <= MOST_LEAN && fixed.every((each) => gapOf(each, cut) > LEAST)
  if (!fits && cut.lean !== 0) return withCut(cuts, { at: cut.at, lean: 0 })
  if (cuts.some((each) => Math.abs(each.at - cut.at) < LEAST && cut.lean === 0)) return cuts
  if (!fits) return cuts
  return [...cuts.filter((each) => fixed.includes(each) || gapOf(each, cut) > LEAST), cut].sort(
    (a, b) => a.at - b.at
  )
}

/** Cuts strips that have grown too wide. */
const filled = (cuts: readonly Cut[]): readonly Cut[] =>
  cuts.flatMap((cut, i) => {
    const before = cuts[i - 1]
    return before && cut.at - before.at > WIDEST
      ? [{ at: (cut.at + before.at) / 2, lean: (cut.lean + before.lean) / 2 }, cut]
      : [cut]
  })

/** Where the ends of another sheet lie along a direction of this one, against its half size. */
const endsAlong = (other: Sheet, from: Vec, axis: Vec, half: number): readonly [number, number] => {
  const middle = dot(sub(other.at, from), axis)
  const reach =
    Math.abs(dot(other.across, axis)) * other.halfAcross +
    Math.abs(dot(other.upward, axis)) * other.halfUpward
  return [(middle - reach) / half, (middle + reach) / half]
}

/**
 * Adds the lines along which other sheets run through this one, and across them their ends: light
 * that goes round those would be spread over all the patch behind.
 */
export function cutAtCrossings(sheet: Sheet, others: readonly Sheet[], strips: Strips): Strips {
  let { us, vs } = strips
  for (const other of others) {
    if (other === sheet || other.id === sheet.id) continue
    const middle = dot(sub(sheet.at, other.at), other.normal)
    const a = dot(sheet.across, other.normal) * sheet.halfAcross
    const b = dot(sheet.upward, other.normal) * sheet.halfUpward
    const upright = Math.abs(a) > Math.abs(b)
    const at = -middle / (upright ? a : b)
    if (!(Math.abs(at) < 1)) continue
    const spot = sub(upright ? pointOn(sheet, at, 0) : pointOn(sheet, 0, at), other.at)
    const reach = upright ? sheet.halfUpward : sheet.halfAcross
    if (
      Math.abs(dot(spot, other.across)) > other.halfAcross + reach ||
      Math.abs(dot(spot, other.upward)) > other.halfUpward + reach
    )
      continue
    const ends = upright
      ? endsAlong(other, sheet.at, sheet.upward, sheet.halfUpward)
      : endsAlong(other, sheet.at, sheet.across, sheet.halfAcross)
    const across = ends.filter((end) => Math.abs(end) < 1).map((end) => ({ at: end, lean: 0 }))
    if (upright) us = withCut(us, { at, lean: -b / a })
    else vs = withCut(vs, { at, lean: -a / b })
    for (const cut of across)
      if (upright) vs = withCut(vs, cut)
      else us = withCut(us, cut)
  }
  return { us: filled(us), vs: filled(vs) }
}

/** Where a cut of u and one of v meet, as u and v. */
export function meeting(u: Cut, v: Cut): readonly [number, number] {
  const at = (u.at + u.lean * v.at) / (1 - u.lean * v.lean)
  return [at, v.at + v.lean * at]
}

/** A thing nearer than this against its own half size leaves a pocket behind it. */
const POCKET = 1.2
/** Strips of what lies in one: more follow its light closer, at a price that grows by their square. */
const IN_POCKET = 4

/**
 * Adds cuts round what lies close before or behind a sheet, and between them: light falls off
 * steeply in the pocket behind a card.
 */
export function cutAtPockets(sheet: Sheet, others: readonly Sheet[], strips: Strips): Strips {
  let { us, vs } = strips
  for (const other of others) {
    if (other === sheet || other.id === sheet.id) continue
    if (Math.abs(dot(other.normal, sheet.normal)) < 0.7) continue
    const [small, large] =
      other.halfAcross * other.halfUpward < sheet.halfAcross * sheet.halfUpward
        ? [other, sheet]
        : [sheet, other]
    const gap = Math.abs(dot(sub(small.at, large.at), large.normal))
    if (gap > POCKET * Math.min(small.halfAcross, small.halfUpward)) continue
    const spread = (axis: Vec, half: number): number[] => {
      const [from, to] = endsAlong(other, sheet.at, axis, half)
      const low = Math.max(-1, from)
      const width = (Math.min(1, to) - low) / IN_POCKET
      return width > 0 ? Array.from({ length: IN_POCKET + 1 }, (_, i) => low + i * width) : []
    }
    const across = spread(sheet.across, sheet.halfAcross)
    const upward = spread(sheet.upward, sheet.halfUpward)
    if (across.length === 0 || upward.length === 0) continue
    for (const at of across) us = withCut(us, { at, lean: 0 })
    for (const at of upward) vs = withCut(vs, { at, lean: 0 })
  }
  return { us, vs }
}
