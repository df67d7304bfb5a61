/**
 * The outline of a turned thing from its foot to its top: a smooth curve through a few points, with
 * corners where wanted. Source: Catmull and Rom 1974, cubic through points (value from memory).
 */

/** A point of an outline: how far out from the axis, and how far up from the foot; 0 to 1 both. */
export interface ProfilePoint {
  readonly out: number
  readonly up: number
  /** the outline turns sharply there */
  readonly corner: boolean
}
/** Out and up. */
export type Spot = readonly [number, number]

/** Steps between two points of a smooth outline. */
const STEPS = 10

const isSharp = (points: readonly ProfilePoint[], i: number): boolean =>
  i <= 0 || i >= points.length - 1 || points[i]!.corner

/** One of the three spans' cubic: through b and c, towards a and d. */
const cubic = (a: number, b: number, c: number, d: number, t: number): number =>
  b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)))

/** What an outline swung round takes in, over π; less than none where it runs from the top down. */
const turned = (runs: readonly (readonly Spot[])[]): number =>
  runs.reduce(
    (sum, run) =>
      run.reduce((all, [out, up], i) => {
        const [before, from] = run[Math.max(0, i - 1)]!
        return all + ((out * out + out * before + before * before) / 3) * (up - from)
      }, sum),
    0
  )

/**
 * The outline from corner to corner, from foot to top even where its points run the other way.
 * @param points two or more, in order
 * @returns [run] the spots of each
 */
export function runsOf(points: readonly ProfilePoint[]): Spot[][] {
  const runs = inOrder(points)
  return turned(runs) >= 0 ? runs : runs.reverse().map((run) => run.reverse())
}

function inOrder(points: readonly ProfilePoint[]): Spot[][] {
  const runs: Spot[][] = []
  let run: Spot[] = []
  for (let i = 0; i + 1 < points.length; i++) {
    const [b, c] = [points[i]!, points[i + 1]!]
    const straight = isSharp(points, i) && isSharp(points, i + 1)
    // At a corner, as if the outline went straight on.
    const a = isSharp(points, i) ? { out: 2 * b.out - c.out, up: 2 * b.up - c.up } : points[i - 1]!
    const d = isSharp(points, i + 1)
      ? { out: 2 * c.out - b.out, up: 2 * c.up - b.up }
      : points[i + 2]!
    const steps = straight ? 1 : STEPS
    if (run.length === 0) run.push([b.out, b.up])
    for (let k = 1; k <= steps; k++)
      run.push([
        Math.max(0, cubic(a.out, b.out, c.out, d.out, k / steps)),
        cubic(a.up, b.up, c.up, d.up, k / steps)
      ])
    if (!isSharp(points, i + 1)) continue
    runs.push(run)
    run = []
  }
  return runs
}
