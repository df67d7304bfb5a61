/**
 * The subject as a body: its solid, its flat faces, and the point of its surface that looks a given
 * way.
 */
import type { Plan } from '../plan/plan'
import type { Sheet, Solid, Surface } from './surface'
import { dot, scale, toRad, unit, type Vec } from './vec'

type Subject = Plan['subject']
interface SurfacePoint {
  readonly at: Vec
  readonly normal: Vec
}

/**
 * Rotates a point about the upright axis: from the subject's own axes into the set's, with
 * −`rotationDeg` back.
 */
export function rotated(p: Vec, rotationDeg: number): Vec {
  const c = Math.cos(toRad(rotationDeg))
  const s = Math.sin(toRad(rotationDeg))
  return [p[0] * c + p[2] * s, p[1], -p[0] * s + p[2] * c]
}

export const halfSizes = (subject: Subject): Vec => [
  subject.widthMm / 2,
  subject.heightMm / 2,
  subject.depthMm / 2
]

const X: Vec = [1, 0, 0]
const Y: Vec = [0, 1, 0]
const Z: Vec = [0, 0, 1]

/**
 * Flat faces of a subject, in the set's axes: all of a box, the ends of a cylinder, both sides of a
 * sheet.
 */
export function flatFaces(subject: Subject): Sheet[] {
  const [a, b, c] = halfSizes(subject)
  const face = (
    normal: Vec,
    across: Vec,
    upward: Vec,
    out: number,
    halfAcross: number,
    halfUpward: number,
    kind: 'rectangle' | 'disc' = 'rectangle'
  ): Sheet => {
    const n = rotated(normal, subject.rotationDeg)
    return {
      id: 'subject',
      kind,
      at: scale(n, out),
      normal: n,
      across: rotated(across, subject.rotationDeg),
      upward: rotated(upward, subject.rotationDeg),
      halfAcross,
      halfUpward
    }
  }
  switch (subject.shape) {
    case 'sheet':
      return [face(Z, X, Y, 0, a, b), face([0, 0, -1], X, Y, 0, a, b)]
    case 'box':
      return [
        face(Z, X, Y, c, a, b),
        face([0, 0, -1], X, Y, c, a, b),
        face(X, Z, Y, a, c, b),
        face([-1, 0, 0], Z, Y, a, c, b),
        face(Y, X, Z, b, a, c),
        face([0, -1, 0], X, Z, b, a, c)
      ]
    case 'cylinder':
    case 'vessel':
      return [face(Y, X, Z, b, a, c, 'disc'), face([0, -1, 0], X, Z, b, a, c, 'disc')]
    default:
      return []
  }
}

/** The subject as a surface; null for vapour. */
export function subjectSurface(subject: Subject): Surface | null {
  switch (subject.shape) {
    case 'plume':
      return null
    case 'sheet':
      return flatFaces(subject)[0]!
    default:
      return {
        id: 'subject',
        kind: subject.shape === 'vessel' ? 'cylinder' : subject.shape,
        at: [0, 0, 0],
        axes: [X, Y, Z].map((axis) =>
          rotated(axis, subject.rotationDeg)
        ) as unknown as Solid['axes'],
        half: halfSizes(subject)
      }
  }
}

/**
 * The point of an ellipsoid (or, with level normals, of an upright cylinder's side) whose normal is
 * `n`, in its own axes.
 */
export function ellipsoidPoint(subject: Subject, n: Vec, upright: boolean): Vec {
  const [a, b, c] = halfSizes(subject)
  const size = Math.hypot(a * n[0], upright ? 0 : b * n[1], c * n[2]) || 1e-9
  return [(a * a * n[0]) / size, upright ? 0 : (b * b * n[1]) / size, (c * c * n[2]) / size]
}

/** The point of the subject's surface whose normal is nearest to `wanted`, a unit direction. */
export function pointFacing(subject: Subject, wanted: Vec): SurfacePoint {
  const own = (v: Vec): Vec => rotated(v, -subject.rotationDeg)
  if (subject.shape === 'ellipsoid' || subject.shape === 'plume')
    return {
      at: rotated(ellipsoidPoint(subject, own(wanted), false), subject.rotationDeg),
      normal: wanted
    }
  const flat = flatFaces(subject).reduce((best, each) =>
    dot(each.normal, wanted) > dot(best.normal, wanted) ? each : best
  )
  if (subject.shape === 'sheet' || subject.shape === 'box' || Math.abs(wanted[1]) > 0.8) return flat
  const n = own(unit([wanted[0], 0, wanted[2]]))
  return {
    at: rotated(ellipsoidPoint(subject, n, true), subject.rotationDeg),
    normal: rotated(n, subject.rotationDeg)
  }
}
