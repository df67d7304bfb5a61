/** The subject or a prop as points of convex parts, whose outlines together are the body's. */
import type { Body, Plan, Prop } from '@core/plan/plan'
import { propStanding } from '@core/set/props'
import { rotated, subjectSurface } from '@core/set/subjectBody'
import { isSheet, type Solid } from '@core/set/surface'
import { add, type Vec } from '@core/set/vec'

/** Points all over the outside of a simple body. */
function simplePoints(subject: Body): Vec[] {
  const [a, b, c] = [
    subject.widthMm / 2,
    subject.heightMm / 2,
    subject.shape === 'sheet' ? 0.2 : subject.depthMm / 2
  ]
  const spin = (list: Vec[]) => list.map((p) => rotated(p, subject.rotationDeg))
  if (subject.shape === 'ellipsoid' || subject.shape === 'plume')
    return spin(
      Array.from({ length: 48 * 25 }, (_, i) => {
        // Rounds of 48 points from pole to pole, the thirteenth of them the equator.
        const [lat, lon] = [
          (Math.floor(i / 48) / 24 - 0.5) * Math.PI,
          ((i % 48) / 48) * 2 * Math.PI
        ]
        return [
          a * Math.cos(lat) * Math.sin(lon),
          b * Math.sin(lat),
          c * Math.cos(lat) * Math.cos(lon)
        ] as const
      })
    )
  if (subject.shape === 'cylinder')
    return spin(
      Array.from(
        { length: 64 },
        (_, i) =>
          [
            a * Math.sin(((i % 32) / 32) * 2 * Math.PI),
            i < 32 ? b : -b,
            c * Math.cos(((i % 32) / 32) * 2 * Math.PI)
          ] as const
      )
    )
  return spin(
    [-1, 1].flatMap((x) =>
      [-1, 1].flatMap((y) => [-1, 1].map((z) => [x * a, y * b, z * c] as const))
    )
  )
}

/** A part of a mesh is drawn from so many of its points at most. */
const MOST_POINTS = 96

function meshParts({ mesh, axes, half }: Solid): Vec[][] {
  const { points, parts } = mesh!.mesh
  return parts.map(([from, to]) => {
    const step = Math.max(1, (to - from) / MOST_POINTS)
    const list: Vec[] = []
    for (let i = from; i < to; i += step) {
      const o = Math.floor(i) * 3
      const along = (j: 0 | 1 | 2): number =>
        points[o]! * half[0] * axes[0][j] +
        points[o + 1]! * half[1] * axes[1][j] +
        points[o + 2]! * half[2] * axes[2][j]
      list.push([along(0), along(1), along(2)])
    }
    return list
  })
}

/** @returns [part] points round its middle; each part's outline is convex */
function partsOf(body: Body): Vec[][] {
  const surface = subjectSurface(body)
  return surface && !isSheet(surface) && surface.mesh ? meshParts(surface) : [simplePoints(body)]
}

export const subjectParts = ({ subject }: Pick<Plan, 'subject'>): Vec[][] => partsOf(subject)

export function propParts(plan: Pick<Plan, 'subject' | 'table'>, prop: Prop): Vec[][] {
  const { at } = propStanding(plan, prop)
  return partsOf(prop).map((part) => part.map((p) => add(at, p)))
}
