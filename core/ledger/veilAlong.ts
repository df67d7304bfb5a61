/**
 * What the water along a ray sends to the lens of a head's light. Cells of the ray are even at first
 * and cut in three where light changes: at a beam's edge, at a shadow's. Source: midpoint rule; its
 * error over a cell goes by the second difference.
 */
import { particlePhase } from '../medium/particles'
import { spotAt, type LitPart } from './waterRay'

/** Cells at first, and how often one is cut at most. */
const CELLS = 8
const CUTS = 2
/** A cell is cut where what its light bends by counts for more than this share of all. */
const BEND = 0.06
const MOST = CELLS * 3 ** CUTS

/** Numbers of a cell: its middle and width along the lit part, what is sent there, from how far. */
const ROW = 4
let cells = new Float64Array(ROW * MOST)
let next = new Float64Array(ROW * MOST)

function put(
  into: Float64Array,
  cell: number,
  lit: LitPart,
  kept: (wayM: number) => number,
  middle: number,
  width: number
): void {
  const spot = spotAt(lit, middle, 1, kept, cell & 1 ? 1 : 0)
  const o = ROW * cell
  into[o] = middle
  into[o + 1] = width
  into[o + 2] = spot ? spot.light * particlePhase(spot.cosine) * spot.stepMm : 0
  into[o + 3] = spot ? spot.wayMm : 0
}

/** How much what is sent bends at a cell; at an end, as beside it. */
function bendAt(cell: number, count: number): number {
  const o = ROW * Math.min(count - 2, Math.max(1, cell)) + 2
  return Math.abs(cells[o - ROW]! - 2 * cells[o]! + cells[o + ROW]!)
}

/** Cuts the cells that need it; returns how many there are then. */
function cut(lit: LitPart, kept: (wayM: number) => number, count: number, sum: number): number {
  let made = 0
  for (let k = 0; k < count; k++) {
    const middle = cells[ROW * k]!
    const width = cells[ROW * k + 1]!
    const cuts = (bendAt(k, count) * width) / 2 > BEND * sum
    const third = width / 3
    if (cuts) put(next, made++, lit, kept, middle - third, third)
    // What is known of its middle stays.
    for (let n = 0; n < ROW; n++) next[ROW * made + n] = cells[ROW * k + n]!
    if (cuts) next[ROW * made + 1] = third
    made++
    if (cuts) put(next, made++, lit, kept, middle + third, third)
  }
  ;[cells, next] = [next, cells]
  return made
}

/**
 * @returns what comes to the lens for scattering of 1/mm, light of a spot times phase times mm, and
 *   how far it has come through the water, the mean, mm
 */
export function veilAlong(
  lit: LitPart,
  kept: (wayM: number) => number
): { readonly sent: number; readonly wayMm: number } {
  let count = CELLS
  for (let k = 0; k < CELLS; k++) put(cells, k, lit, kept, (k + 0.5) / CELLS, 1 / CELLS)
  for (let cuts = 0; ; cuts++) {
    let [sum, ways] = [0, 0]
    for (let o = 0; o < ROW * count; o += ROW) {
      const sent = cells[o + 1]! * cells[o + 2]!
      sum += sent
      ways += sent * cells[o + 3]!
    }
    const more = cuts < CUTS && sum > 0 ? cut(lit, kept, count, sum) : count
    if (more === count) return { sent: sum, wayMm: sum > 0 ? ways / sum : 0 }
    count = more
  }
}
