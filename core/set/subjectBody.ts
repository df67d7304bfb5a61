/**
 * The subject or a prop as a body: its solid, its flat faces, and the point of its surface that looks a
 * given way.
 */
import type { Body } from '../plan/body'
import type { Sheet, Solid, Surface } from './shapes'
import { MOST_SITES, sitesOf } from './sites'
import { isMeshed, subjectMesh } from './subjectMesh'
import { add, dot, scale, toRad, unit, type Vec } from './vec'

/** What a body is called in the set, and where its middle stands. */
export interface Standing {
  readonly id: string
  readonly at: Vec
}
const SUBJECT: Standing = { id: 'subject', at: [0, 0, 0] }

export interface SurfacePoint {
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

export const halfSizes = (subject: Body): Vec => [
  subject.widthMm / 2,
  subject.heightMm / 2,
  subject.depthMm / 2
]

const X: Vec = [1, 0, 0]
const Y: Vec = [0, 1, 0]
const Z: Vec = [0, 0, 1]

/**
 * Flat faces of a subject, in the set's axes: all of a box, the ends of a cylinder, both sides of a
 * sheet; of a coin or a movement, its face and its back.
 */
export function flatFaces(subject: Body, { id, at }: Standing = SUBJECT): Sheet[] {
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
      id,
      kind,
      at: add(at, scale(n, out)),
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
      return [face(Y, X, Z, b, a, c, 'disc'), face([0, -1, 0], X, Z, b, a, c, 'disc')]
    case 'coin':
    case 'movement':
      return subject.lying
        ? [face(Y, X, Z, b, a, c, 'disc'), face([0, -1, 0], X, Z, b, a, c, 'disc')]
        : [face(Z, X, Y, c, a, b, 'disc'), face([0, 0, -1], X, Y, c, a, b, 'disc')]
    default:
      return []
  }
}

/** A body of the subject's size, turned as it is. */
export const subjectSolid = (
  subject: Body,
  body: Pick<Solid, 'kind' | 'mesh'>,
  { id, at }: Standing = SUBJECT
): Solid => ({
  ...body,
  id,
  at,
  axes: [X, Y, Z].map((axis) => rotated(axis, subject.rotationDeg)) as unknown as Solid['axes'],
  half: halfSizes(subject)
})

/** A body as a surface; null for vapour. */
export function subjectSurface(subject: Body, standing: Standing = SUBJECT): Surface | null {
  if (isMeshed(subject))
    return subjectSolid(subject, { kind: 'mesh', mesh: subjectMesh(subject) }, standing)
  switch (subject.shape) {
    case 'plume':
      return null
    case 'sheet':
      return flatFaces(subject, standing)[0]!
    default:
      return subjectSolid(
        subject,
        { kind: subject.shape as 'box' | 'ellipsoid' | 'cylinder' },
        standing
      )
  }
}

/**
 * The simple shape that stands for a mesh where light it throws back is summed by patches: it fills
 * the same box.
 */
export function plainShape(subject: Body): 'sheet' | 'ellipsoid' | 'box' | 'cylinder' | 'plume' {
  const { shape, lying } = subject
  switch (shape) {
    case 'lathe':
    case 'crystal':
    case 'beetle':
    case 'crab':
    case 'own':
      return 'ellipsoid'
    case 'vessel':
      return lying ? 'ellipsoid' : 'cylinder'
    case 'coin':
    case 'movement':
      return lying ? 'cylinder' : 'box'
    case 'leaf':
    case 'wing':
    case 'curved':
      return 'box'
    default:
      return shape
  }
}

/** The surface of the simple shape that stands for a subject; its own where it is one. */
export const plainSurface = (subject: Body, standing: Standing = SUBJECT): Surface | null =>
  subjectSurface({ ...subject, shape: plainShape(subject) }, standing)

/**
 * The point of an ellipsoid (or, with level normals, of an upright cylinder's side) whose normal is
 * `n`, in its own axes.
 */
export function ellipsoidPoint(subject: Body, n: Vec, upright: boolean): Vec {
  const [a, b, c] = halfSizes(subject)
  const size = Math.hypot(a * n[0], upright ? 0 : b * n[1], c * n[2]) || 1e-9
  return [(a * a * n[0]) / size, upright ? 0 : (b * b * n[1]) / size, (c * c * n[2]) / size]
}

/** Normals within 2.6° of the best are as good; of those, what lies farthest out that way counts. */
const AS_GOOD = 0.001
/** What lies far from the middle counts for less. */
const CENTRAL = 0.15

/** How alike the normal of each site is to what is wanted. */
const facing = new Float64Array(MOST_SITES + 1)

/** Where the site of some that faces a way lies among them. */
function searched(rows: Float32Array, half: Vec, own: Vec): number {
  const [a, b, c] = half
  let best = -Infinity
  for (let i = 0, o = 0; o < rows.length; i++, o += 6) {
    const x = rows[o + 3]! / a
    const y = rows[o + 4]! / b
    const z = rows[o + 5]! / c
    const alike = (x * own[0] + y * own[1] + z * own[2]) / Math.sqrt(x * x + y * y + z * z)
    facing[i] = alike
    if (alike > best) best = alike
  }
  let farthest = -Infinity
  let chosen = 0
  for (let i = 0, o = 0; o < rows.length; i++, o += 6) {
    if (facing[i]! < best - AS_GOOD) continue
    let out = 0
    for (let k = 0; k < 3; k++) out += half[k]! * rows[o + k]! * (own[k]! - CENTRAL * rows[o + k]!)
    if (out <= farthest) continue
    farthest = out
    chosen = o
  }
  return chosen
}

/** What was searched last: a set is made ready several times for each step of a drag. */
const KEPT = 64
const lastSearched = new WeakMap<Float32Array, Map<string, number>>()

/** The same on a mesh: a spot of its main surface that nothing of it hides. */
function meshFacing(subject: Body, solid: Solid, rows: Float32Array, wanted: Vec): SurfacePoint {
  const { half } = solid
  const own = rotated(wanted, -subject.rotationDeg)
  const known = lastSearched.get(rows) ?? new Map<string, number>()
  lastSearched.set(rows, known)
  const key = `${half.join()} ${own.join()}`
  let chosen = known.get(key)
  if (chosen === undefined) {
    if (known.size >= KEPT) known.clear()
    chosen = searched(rows, half, own)
    known.set(key, chosen)
  }
  return sitePoint(solid, rows, chosen)
}

/** A site in the set's axes. */
export function sitePoint({ axes, half }: Solid, rows: Float32Array, o: number): SurfacePoint {
  const sum = (from: number, by: (k: number) => number): Vec =>
    [0, 1, 2].map((j) =>
      [0, 1, 2].reduce((all, k) => all + rows[o + from + k]! * by(k) * axes[k]![j]!, 0)
    ) as unknown as Vec
  return { at: sum(0, (k) => half[k]!), normal: unit(sum(3, (k) => 1 / half[k]!)) }
}

/**
 * The point of the subject's surface whose normal is nearest to `wanted`, a unit direction. Of clear
 * things, whose light goes through and through, a point of the simple shape that stands for them.
 */
export function pointFacing(subject: Body, wanted: Vec): SurfacePoint {
  const { rotationDeg, finish } = subject
  const body = isMeshed(subject) && finish !== 'clear' ? subjectSurface(subject) : null
  const rows = body ? sitesOf((body as Solid).mesh!) : null
  if (rows && rows.length > 0) return meshFacing(subject, body as Solid, rows, wanted)
  const shape = plainShape(subject)
  const own = (v: Vec): Vec => rotated(v, -rotationDeg)
  if (shape === 'ellipsoid' || shape === 'plume')
    return { at: rotated(ellipsoidPoint(subject, own(wanted), false), rotationDeg), normal: wanted }
  const flat = flatFaces({ ...subject, shape }).reduce((best, each) =>
    dot(each.normal, wanted) > dot(best.normal, wanted) ? each : best
  )
  if (shape === 'sheet' || shape === 'box' || Math.abs(wanted[1]) > 0.8) return flat
  const n = own(unit([wanted[0], 0, wanted[2]]))
  return {
    at: rotated(ellipsoidPoint(subject, n, true), rotationDeg),
    normal: rotated(n, rotationDeg)
  }
}
