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
const STEPS = 8

const isSharp = (points: readonly ProfilePoint[], i: number): boolean =>
  i <= 0 || i >= points.length - 1 || points[i]!.corner

/** Whether the outline comes to the axis square to it. */
const isRound = ({ out, corner }: ProfilePoint): boolean => out < 1e-4 && !corner

/**
 * Past an end of the outline or a corner, as if it went straight on; over a round end on the axis, as
 * it does on the other side.
 */
const beyond = (end: ProfilePoint, next: ProfilePoint) =>
  isRound(end)
    ? { out: -next.out, up: next.up }
    : { out: 2 * end.out - next.out, up: 2 * end.up - next.up }

/** The cubic through b and c that comes from a and goes to d, at a share of the way. */
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
    const straight = isSharp(points, i) && isSharp(points, i + 1) && !isRound(b) && !isRound(c)
    const a = isSharp(points, i) ? beyond(b, c) : points[i - 1]!
    const d = isSharp(points, i + 1) ? beyond(c, b) : points[i + 2]!
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
