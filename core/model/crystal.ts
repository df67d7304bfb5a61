/**
 * A crystal of quartz, upright: six uneven sides and a point of six uneven faces, its foot broken
 * flat. Source: quartz grows as a six-sided prism ended by rhombohedral faces that lean 38° from
 * its axis (crystallography, value from memory); the unevenness is ours.
 */
import { newMesh, type Mesh } from './mesh'
import type { Point } from './point'

/** How far out each of six sides lies, and where each face of the point meets the axis. */
const SIDES = [0.86, 0.8, 0.9, 0.83, 0.92, 0.84] as const
const TOPS = [2.85, 3.05, 2.8, 3.1, 2.9, 3] as const
const LEAN = Math.tan((38 * Math.PI) / 180)
const HALF_FOOT = 0

interface Half {
  /** the half space it keeps: normal · p ≤ most */
  readonly normal: Point
  readonly most: number
}

const halves: readonly Half[] = [
  ...SIDES.map((out, i): Half => {
    const angle = ((i + 0.5) * Math.PI) / 3
    return { normal: [Math.cos(angle), 0, Math.sin(angle)], most: out }
  }),
  ...TOPS.map((top, i): Half => {
    const angle = ((i + 0.5) * Math.PI) / 3
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    return { normal: [c, LEAN, s], most: top * LEAN }
  }),
  { normal: [0.06, -1, 0.04], most: HALF_FOOT }
]

const dot = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]

/** Cuts away of a convex facet what a half space leaves out. */
function cut(facet: readonly Point[], { normal, most }: Half): Point[] {
  return facet.flatMap((p, i): Point[] => {
    const next = facet[(i + 1) % facet.length]!
    const [a, b] = [dot(normal, p) - most, dot(normal, next) - most]
    const kept: Point[] = a <= 0 ? [p] : []
    if (a < 0 !== b < 0 && a !== b) {
      const t = a / (a - b)
      kept.push([
        p[0] + t * (next[0] - p[0]),
        p[1] + t * (next[1] - p[1]),
        p[2] + t * (next[2] - p[2])
      ])
    }
    return kept
  })
}

/** A large square in the plane a half space ends at, counter-clockwise from outside. */
function square({ normal, most }: Half): Point[] {
  const size2 = dot(normal, normal)
  const at: Point = [
    (normal[0] * most) / size2,
    (normal[1] * most) / size2,
    (normal[2] * most) / size2
  ]
  const side: Point = Math.abs(normal[1]) > 0.9 ? [1, 0, 0] : [0, 1, 0]
  const cross = (a: Point, b: Point): Point => [
    a[1] * b[2] - a[2] * b[1],
    a[2] * b[0] - a[0] * b[2],
    a[0] * b[1] - a[1] * b[0]
  ]
  const u = cross(side, normal)
  const v = cross(normal, u)
  return (
    [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1]
    ] as const
  ).map(([p, q]) => [
    at[0] + 9 * (p * u[0] + q * v[0]),
    at[1] + 9 * (p * u[1] + q * v[1]),
    at[2] + 9 * (p * u[2] + q * v[2])
  ])
}

export function crystal(): Mesh {
  const mesh = newMesh()
  mesh.facets(
    halves
      .map((own) =>
        halves.reduce<Point[]>(
          (facet, each) => (each === own ? facet : cut(facet, each)),
          square(own)
        )
      )
      .filter((facet) => facet.length > 2)
  )
  return mesh.done()
}
