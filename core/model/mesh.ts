/**
 * A thing made of triangles, in a box from −1 to 1 along each of its axes: x across, y upward, z
 * toward who looks at it. The set stretches the box to the thing's size.
 */
import type { Point } from './point'

export interface Mesh {
  /** [vertex × 3] */
  readonly points: Float32Array
  /** [vertex × 3] unit, outward, of the surface that the triangles stand for */
  readonly normals: Float32Array
  /** [triangle × 3] vertices, counter-clockwise as seen from outside */
  readonly corners: Uint32Array
  /** [triangle] what of the thing it is: an index into `palette`, 0 its main surface */
  readonly paints: Uint8Array
  /** what is drawn finer than its triangles: the paint at a point of its box */
  readonly paintAt?: (x: number, y: number, z: number) => number
  /** [paint × 3] red, green and blue it throws back against the main surface's; that is 1, 1, 1 */
  readonly palette: readonly number[]
  /** parts whose outlines together are the thing's: from which vertex to before which */
  readonly parts: readonly (readonly [number, number])[]
}

/** What a part of a mesh is painted with, and whether its outline counts. */
interface Part {
  readonly paint?: number
  /** several rows of a sheet of points are a part each, since it is not convex as a whole */
  readonly byRows?: boolean
}

/** A sheet of points, row by row. */
export interface Rows extends Part {
  readonly rows: number
  readonly columns: number
  /** the last point of each row is next to its first */
  readonly round: boolean
  readonly at: (row: number, column: number) => Point
}

export interface Builder {
  /**
   * Adds a smooth sheet; its outside is where rows going up and columns going to the right turn
   * counter-clockwise.
   */
  readonly smooth: (rows: Rows) => void
  /** Adds a flat convex facet; its outside is where its corners turn counter-clockwise. */
  readonly facet: (corners: readonly Point[], part?: Part) => void
  /** Adds facets of one part. */
  readonly facets: (list: readonly (readonly Point[])[], part?: Part) => void
  /**
   * All that was added, stretched to fill its box.
   * @param palette of the paints from 1 on
   * @param span what fills the box; all that was added, if not said
   */
  readonly done: (palette?: readonly Point[], span?: Span) => Mesh
}
/** From the least to the most along each axis. */
type Span = readonly [Point, Point]

/** Begins a mesh. */
export function newMesh(): Builder {
  const points: number[] = []
  const corners: number[] = []
  const paints: number[] = []
  const parts: [number, number][] = []
  const count = (): number => points.length / 3

  const smooth: Builder['smooth'] = ({ rows, columns, round, at, paint = 0, byRows = false }) => {
    const start = count()
    for (let i = 0; i < rows; i++) for (let k = 0; k < columns; k++) points.push(...at(i, k))
    for (let i = 1; i < rows; i++)
      for (let k = round ? 0 : 1; k < columns; k++) {
        const before = k === 0 ? columns - 1 : k - 1
        const a = start + (i - 1) * columns + before
        const b = start + (i - 1) * columns + k
        const c = start + i * columns + k
        const d = start + i * columns + before
        corners.push(a, b, c, a, c, d)
        paints.push(paint, paint)
      }
    if (!byRows) parts.push([start, count()])
    else
      for (let i = 1; i < rows; i++)
        parts.push([start + (i - 1) * columns, start + (i + 1) * columns])
  }
  const put = (list: readonly Point[], paint: number): void => {
    const start = count()
    for (const each of list) points.push(...each)
    for (let i = 2; i < list.length; i++) {
      corners.push(start, start + i - 1, start + i)
      paints.push(paint)
    }
  }
  const facets: Builder['facets'] = (list, { paint = 0 } = {}) => {
    const start = count()
    for (const each of list) put(each, paint)
    parts.push([start, count()])
  }
  return {
    smooth,
    facets,
    facet: (list, part) => facets([list], part),
    done(palette = [], span = spanOf(points)) {
      const fitted = fit(points, span)
      return {
        points: fitted,
        normals: normalsOf(fitted, corners),
        corners: Uint32Array.from(corners),
        paints: Uint8Array.from(paints),
        palette: [1, 1, 1, ...palette.flat()],
        parts
      }
    }
  }
}

function spanOf(points: readonly number[]): Span {
  const least: [number, number, number] = [Infinity, Infinity, Infinity]
  const most: [number, number, number] = [-Infinity, -Infinity, -Infinity]
  points.forEach((value, i) => {
    least[i % 3] = Math.min(least[i % 3]!, value)
    most[i % 3] = Math.max(most[i % 3]!, value)
  })
  return [least, most]
}

/** Points stretched along each axis so that a span just fills the box. */
const fit = (points: readonly number[], [least, most]: Span): Float32Array =>
  Float32Array.from(points, (value, i) => {
    const k = i % 3
    const size = most[k]! - least[k]!
    return size > 0 ? (2 * (value - least[k]!)) / size - 1 : 0
  })

/** The mean of the triangles round each vertex, by their areas. */
function normalsOf(points: Float32Array, corners: readonly number[]): Float32Array {
  const normals = new Float32Array(points.length)
  for (let t = 0; t < corners.length; t += 3) {
    const [a, b, c] = [corners[t]! * 3, corners[t + 1]! * 3, corners[t + 2]! * 3]
    const side = (to: number, k: number): number => points[to + k]! - points[a + k]!
    for (let k = 0; k < 3; k++) {
      const [u, v] = [(k + 1) % 3, (k + 2) % 3]
      const area = side(b, u) * side(c, v) - side(b, v) * side(c, u)
      for (const at of [a, b, c]) normals[at + k]! += area
    }
  }
  for (let o = 0; o < normals.length; o += 3) {
    const size = Math.hypot(normals[o]!, normals[o + 1]!, normals[o + 2]!) || 1
    for (let k = 0; k < 3; k++) normals[o + k]! /= size
  }
  return normals
}

/** What faced who looks faces up, and its top points away: a mesh laid on its back. */
export function laid(mesh: Mesh): Mesh {
  const turned = (rows: Float32Array): Float32Array => {
    const made = new Float32Array(rows.length)
    for (let o = 0; o < rows.length; o += 3) {
      made[o] = rows[o]!
      made[o + 1] = rows[o + 2]!
      made[o + 2] = -rows[o + 1]!
    }
    return made
  }
  const { paintAt } = mesh
  return {
    ...mesh,
    points: turned(mesh.points),
    normals: turned(mesh.normals),
    ...(paintAt && { paintAt: (x: number, y: number, z: number) => paintAt(x, -z, y) })
  }
}
