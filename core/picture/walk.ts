/**
 * A path on its way: rows of numbers that the parts of the tracer read and fill, so that nothing is
 * allocated while it runs.
 */
import { HIT } from '../set/surface'
import { NO_BODY, type Within } from '../set/clear'
import { evenPair, hashed, nextOf } from '../set/random'

export interface Walk {
  /** [source × 3] what the path has brought */
  readonly got: Float64Array
  /** [8] as of Surfaces.nearest, its direction of length 1 */
  readonly ray: Float64Array
  /** [HIT] as of Surfaces.nearest, of the surface met */
  readonly hit: Float64Array
  /** unit normal there */
  readonly normal: [number, number, number]
  /** [9] the same, and two directions square to it */
  readonly basis: Float64Array
  /** [3] what the surface met throws back of red, green, blue */
  readonly albedo: Float64Array
  /** [3] what of red, green, blue the path still carries */
  readonly weight: Float64Array
  /** [2] what was drawn last, 0 to 1 each */
  readonly spot: Float64Array
  /** [2] a second answer of some functions */
  readonly two: Float64Array
  /** [1] of the numbers without order */
  readonly state: Int32Array
  /** what clear things it is in */
  readonly within: Within
  /** [3] GUESSED: 1 when through glass by the guessed way; SEED; SAMPLE */
  readonly marks: Int32Array
}
export const GUESSED = 0
const [SEED, SAMPLE] = [1, 2] as const

export const newWalk = (sources: number): Walk => ({
  got: new Float64Array(sources * 3),
  ray: new Float64Array(8),
  hit: new Float64Array(HIT),
  normal: [0.5, 0.5, 0.5],
  basis: new Float64Array(9),
  albedo: new Float64Array(3),
  weight: new Float64Array(3),
  spot: new Float64Array(2),
  two: new Float64Array(2),
  state: new Int32Array(1),
  within: { host: 0, body: NO_BODY },
  marks: new Int32Array(3)
})

/** Begins a path anew. */
export function begin(
  { got, weight, marks, state, within }: Walk,
  seed: number,
  sample: number
): void {
  got.fill(0)
  weight.fill(1)
  marks[GUESSED] = 0
  within.host = 0
  within.body = NO_BODY
  marks[SEED] = seed
  marks[SAMPLE] = sample
  state[0] = hashed(seed ^ Math.imul(sample + 1, 0x2545f491))
}

/**
 * Draws two numbers: spread evenly over a pixel's samples at the first surface, by chance after.
 * @param which of the pairs a surface needs
 */
export function draw({ marks, spot, state }: Walk, vertex: number, which: number): void {
  if (vertex === 0) evenPair(marks[SAMPLE]!, marks[SEED]! + which * 0x61c88647, spot)
  else {
    spot[0] = nextOf(state)
    spot[1] = nextOf(state)
  }
}

/** A ray counts nothing nearer than this, mm: the surface it leaves. */
export const CLEAR_OF = 1e-4
/** Begins the ray anew off a surface met, on the side it came from or the other. */
export function leave({ ray }: Walk, at: Float64Array, side: 1 | -1): void {
  for (let k = 0; k < 3; k++) ray[k] = at[1 + k]! + side * CLEAR_OF * at[4 + k]!
  ray[6] = CLEAR_OF
  ray[7] = Infinity
}
/** What the path carries becomes so much of it. */
export function scale({ weight }: Walk, by: number): void {
  for (let k = 0; k < 3; k++) weight[k]! *= by
}

/** Adds to a source what the path brings of it. */
export function add({ got, weight }: Walk, source: number, share: number): void {
  for (let k = 0; k < 3; k++) got[source * 3 + k]! += share * weight[k]!
}

/** The same for light a surface throws back by its albedo. */
export function addBy({ got, weight, albedo }: Walk, source: number, share: number): void {
  for (let k = 0; k < 3; k++) got[source * 3 + k]! += share * weight[k]! * albedo[k]!
}
/** Takes of what the path carries what a medium takes over a way, mm. */
export function absorb(weight: Float64Array, absorbs: readonly number[], wayMm: number): void {
  for (let k = 0; k < 3; k++) weight[k]! *= Math.exp(-absorbs[k]! * wayMm)
}
