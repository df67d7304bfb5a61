/** Simple bodies that built things are put together from. */
import type { Builder, Rows } from './mesh'
import type { Point } from './point'

const TURN = 2 * Math.PI

/** An ellipsoid along the axes; `shape` may push its points in or out. */
export function ball(
  mesh: Builder,
  at: Point,
  half: Point,
  {
    paint = 0,
    columns = 32,
    rows = 17,
    shape = () => 1
  }: {
    readonly paint?: number
    readonly columns?: number
    readonly rows?: number
    /** @param p on a ball of 1 */
    readonly shape?: (p: Point) => number
  } = {}
): void {
  mesh.smooth({
    rows,
    columns,
    round: true,
    paint,
    at: (row, column) => {
      const up = (row / (rows - 1) - 0.5) * Math.PI
      const round = (column / columns) * TURN
      const p: Point = [
        Math.cos(up) * Math.sin(round),
        Math.sin(up),
        Math.cos(up) * Math.cos(round)
      ]
      const by = shape(p)
      return [at[0] + by * half[0] * p[0], at[1] + by * half[1] * p[1], at[2] + by * half[2] * p[2]]
    }
  })
}

const minus = (a: Point, b: Point): Point => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
const crossed = (a: Point, b: Point): Point => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0]
]
function unit(a: Point): Point {
  const size = Math.hypot(...a) || 1
  return [a[0] / size, a[1] / size, a[2] / size]
}

/** A limb along a line of points, of a radius at each, with rounded ends. */
export function limb(
  mesh: Builder,
  path: readonly Point[],
  radii: readonly number[],
  paint: number
): void {
  const columns = 10
  // A point more at either end closes it.
  const rows: { middle: Point; way: Point; radius: number }[] = []
  path.forEach((middle, i) => {
    const way = unit(minus(path[Math.min(path.length - 1, i + 1)]!, path[Math.max(0, i - 1)]!))
    const radius = radii[i]!
    const beyond = (by: number): Point => [
      middle[0] + by * way[0],
      middle[1] + by * way[1],
      middle[2] + by * way[2]
    ]
    if (i === 0) rows.push({ middle: beyond(-radius), way, radius: 0 })
    rows.push({ middle, way, radius })
    if (i === path.length - 1) rows.push({ middle: beyond(radius), way, radius: 0 })
  })
  mesh.smooth({
    rows: rows.length,
    columns,
    round: true,
    paint,
    byRows: true,
    at: (row, column) => {
      const { middle, way, radius } = rows[row]!
      const side = unit(crossed(Math.abs(way[1]) > 0.9 ? [1, 0, 0] : [0, 1, 0], way))
      const up = crossed(way, side)
      const angle = (column / columns) * TURN
      const [c, s] = [radius * Math.cos(angle), radius * Math.sin(angle)]
      return [
        middle[0] + c * side[0] + s * up[0],
        middle[1] + c * side[1] + s * up[1],
        middle[2] + c * side[2] + s * up[2]
      ]
    }
  })
}

/**
 * The facets between two outlines of as many corners, and both as well.
 * @param front counter-clockwise as seen from before it
 */
export const prism = (back: readonly Point[], front: readonly Point[]): Point[][] => [
  [...front],
  [...back].reverse(),
  ...front.map((p, i) => {
    const next = (i + 1) % front.length
    return [p, back[i]!, back[next]!, front[next]!]
  })
]

/** An outline round a point: how far out, by the angle from +x to +y. */
export type Outline = (angle: number) => number

/**
 * A plate square to z from `back` to `front` with an outline round its middle, a hole, and an edge
 * broken by `bevel`.
 */
export function plate(
  mesh: Builder,
  [x, y]: readonly [number, number],
  { back, front, outline, hole = () => 0, bevel = 0, columns = 96, paint = 0 }: PlateShape
): void {
  const spot = (angle: number, out: number, z: number): Point => [
    x + out * Math.cos(angle),
    y + out * Math.sin(angle),
    z
  ]
  const band = (rows: readonly ((angle: number) => readonly [number, number])[]): void => {
    const sheet: Rows = {
      rows: rows.length,
      columns,
      round: true,
      paint,
      at: (row, column) => {
        const angle = (column / columns) * TURN
        const [out, z] = rows[row]!(angle)
        return spot(angle, Math.max(0, out), z)
      }
    }
    mesh.smooth(sheet)
  }
  const rim = (less: number, z: number) => (angle: number) => [outline(angle) - less, z] as const
  const inner = (z: number) => (angle: number) => [hole(angle), z] as const
  band([rim(0, back), rim(0, front - bevel)])
  if (bevel > 0) band([rim(0, front - bevel), rim(bevel, front)])
  // In rows, since long thin triangles are slow to find.
  const rows = Math.min(6, Math.max(2, Math.round(columns / 24)))
  const top = Array.from({ length: rows }, (_, i) => (angle: number) => {
    const [from, to] = [outline(angle) - bevel, hole(angle)]
    return [from + ((to - from) * i) / (rows - 1), front] as const
  })
  band(top)
  band([inner(back), rim(0, back)])
  if (hole(0) > 0) band([inner(front), inner(back)])
}
export interface PlateShape {
  readonly back: number
  readonly front: number
  readonly outline: Outline
  readonly hole?: Outline
  readonly bevel?: number
  readonly columns?: number
  readonly paint?: number
}
