/**
 * The places of a plan as points with a surface: those that follow from subject, camera and key light, and the user's own.
 * The lit side is the spot of the subject that faces half toward the key light and half toward the lens; the shadow side
 * its mirror about the lens axis.
 */
import type { Light, Plan } from '../plan/plan'
import { rayThrough, type CameraPose } from './camera'
import { spotAt } from './heads'
import { add, cross, dot, scale, sub, toRad, unit, type Vec } from './vec'

export interface PlacePoint {
  readonly id: string
  readonly at: Vec
  /** unit normal of the surface; null where light counts from every side alike (vapour, clear things) */
  readonly normal: Vec | null
  readonly reflectance: number
  /** what the point lies on: that thing does not shade it unless it faces away */
  readonly on: 'subject' | 'ground' | 'table' | 'free'
}

/** Key light: the first called so, else the first. On or off does not matter: switching lights moves no place. */
export const keyLight = (plan: Pick<Plan, 'lights'>): Light =>
  plan.lights.find((light) => light.role === 'key') ?? plan.lights[0]!

/** Turns a point from the subject's own axes into the set's, and back. */
export const turned = (p: Vec, turnDeg: number): Vec => {
  const c = Math.cos(toRad(turnDeg))
  const s = Math.sin(toRad(turnDeg))
  return [p[0] * c + p[2] * s, p[1], -p[0] * s + p[2] * c]
}

type Subject = Plan['subject']
interface Spot {
  readonly at: Vec
  readonly normal: Vec
}

/** Flat faces of a subject, in the set's axes: all of a box, the ends of a cylinder, the front of a sheet. */
export interface FlatFace extends Spot {
  readonly across: Vec
  readonly upward: Vec
  readonly halfAcross: number
  readonly halfUpward: number
  readonly round: boolean
}

export const flatFaces = (subject: Subject): FlatFace[] => {
  const [a, b, c] = [subject.widthMm / 2, subject.heightMm / 2, subject.depthMm / 2]
  const face = (
    normal: Vec,
    across: Vec,
    upward: Vec,
    out: number,
    halfAcross: number,
    halfUpward: number,
    round = false
  ): FlatFace => {
    const n = turned(normal, subject.turnDeg)
    return {
      at: scale(n, out),
      normal: n,
      across: turned(across, subject.turnDeg),
      upward: turned(upward, subject.turnDeg),
      halfAcross,
      halfUpward,
      round
    }
  }
  const x: Vec = [1, 0, 0]
  const y: Vec = [0, 1, 0]
  const z: Vec = [0, 0, 1]
  switch (subject.shape) {
    case 'sheet':
      return [face(z, x, y, 0, a, b), face([0, 0, -1], x, y, 0, a, b)]
    case 'box':
      return [
        face(z, x, y, c, a, b),
        face([0, 0, -1], x, y, c, a, b),
        face(x, z, y, a, c, b),
        face([-1, 0, 0], z, y, a, c, b),
        face(y, x, z, b, a, c),
        face([0, -1, 0], x, z, b, a, c)
      ]
    case 'cylinder':
    case 'vessel':
      return [face(y, x, z, b, a, c, true), face([0, -1, 0], x, z, b, a, c, true)]
    default:
      return []
  }
}

/** The spot of the subject's surface whose normal is nearest to `wanted`. */
const spotFacing = (subject: Subject, wanted: Vec): Spot => {
  const [a, b, c] = [subject.widthMm / 2, subject.heightMm / 2, subject.depthMm / 2]
  if (subject.shape === 'ellipsoid' || subject.shape === 'plume') {
    const n = turned(wanted, -subject.turnDeg)
    const size = Math.hypot(a * n[0], b * n[1], c * n[2])
    return {
      at: turned(
        [(a * a * n[0]) / size, (b * b * n[1]) / size, (c * c * n[2]) / size],
        subject.turnDeg
      ),
      normal: wanted
    }
  }
  const flat = flatFaces(subject).reduce((best, each) =>
    dot(each.normal, wanted) > dot(best.normal, wanted) ? each : best
  )
  if (subject.shape === 'sheet' || subject.shape === 'box' || Math.abs(wanted[1]) > 0.8) return flat
  const n = turned(unit([wanted[0], 0, wanted[2]]), -subject.turnDeg)
  const size = Math.hypot(a * n[0], c * n[2])
  return {
    at: turned([(a * a * n[0]) / size, 0, (c * c * n[2]) / size], subject.turnDeg),
    normal: turned(n, subject.turnDeg)
  }
}

const between = (a: Vec, b: Vec): Vec => {
  const middle = add(a, b)
  // Light from straight behind has no side of its own: what faces across is lit at the rim.
  return unit(middle, unit(cross(b, [1, 0, 0]), [0, 1, 0]))
}

export interface GroundPlane {
  readonly at: Vec
  readonly normal: Vec
  readonly across: Vec
  readonly upward: Vec
}
/** The ground: its middle lies on the lens axis behind the subject, square to it unless tilted. */
export const groundPlane = (plan: Pick<Plan, 'ground'>, pose: CameraPose): GroundPlane => {
  const tilt = toRad(plan.ground.tiltDeg)
  const normal = add(scale(pose.toCamera, Math.cos(tilt)), scale(pose.up, Math.sin(tilt)))
  return {
    at: scale(pose.toCamera, -plan.ground.distanceMm),
    normal,
    across: pose.right,
    upward: cross(normal, pose.right)
  }
}

/** Where a ray of the frame meets the ground, kept inside its edges. */
const onGround = (plan: Plan, pose: CameraPose, plane: GroundPlane, x: number, y: number): Vec => {
  const ray = rayThrough(pose, x, y)
  const slope = dot(ray, plane.normal)
  const k = Math.abs(slope) < 1e-9 ? 0 : dot(sub(plane.at, pose.pupil), plane.normal) / slope
  const off = k > 0 ? sub(add(pose.pupil, scale(ray, k)), plane.at) : ([0, 0, 0] as Vec)
  const keep = (value: number, half: number) => Math.max(-half * 0.98, Math.min(half * 0.98, value))
  return add(
    plane.at,
    add(
      scale(plane.across, keep(dot(off, plane.across), plan.ground.widthMm / 2)),
      scale(plane.upward, keep(dot(off, plane.upward), plan.ground.heightMm / 2))
    )
  )
}

const FACES: Record<Plan['places'][number]['faces'], (pose: CameraPose) => Vec> = {
  lens: (pose) => pose.toCamera,
  up: () => [0, 1, 0],
  left: () => [-1, 0, 0],
  right: () => [1, 0, 0]
}

/** @returns every place of the plan, the subject's lit side first */
export const placesOf = (plan: Plan, pose: CameraPose): PlacePoint[] => {
  const { subject, ground, table } = plan
  const key = keyLight(plan)
  const toKey = unit(spotAt(key, pose), pose.toCamera)
  const view = pose.toCamera
  const mirrored = sub(scale(view, 2 * dot(toKey, view)), toKey)
  // Vapour and clear things show what comes from any side, from behind most of all.
  const throughAndThrough = subject.shape === 'plume' || subject.finish === 'clear'
  const onSubject = (id: string, wanted: Vec): PlacePoint => {
    const spot = spotFacing(subject, wanted)
    return {
      id,
      at: add(spot.at, scale(spot.normal, 1e-4)),
      normal: throughAndThrough ? null : spot.normal,
      reflectance: subject.reflectance,
      on: 'subject'
    }
  }
  const flatFront = subject.shape === 'sheet'
  const places: PlacePoint[] = [onSubject('subject', flatFront ? view : between(toKey, view))]
  if (!flatFront && subject.shape !== 'plume')
    places.push(
      onSubject('shadow', between(mirrored, view)),
      onSubject('top', [0, 1, 0]),
      onSubject('front', view)
    )
  const plane = groundPlane(plan, pose)
  for (const [id, x] of [
    ['ground', 0],
    ['groundLeft', -1],
    ['groundRight', 1]
  ] as const)
    places.push({
      id,
      at: id === 'ground' ? plane.at : onGround(plan, pose, plane, x, 0),
      normal: plane.normal,
      reflectance: ground.reflectance,
      on: 'ground'
    })
  if (table) {
    const ray = rayThrough(pose, 0, -1)
    const k = ray[1] < -1e-9 ? (-table.belowMm - pose.pupil[1]) / ray[1] : -1
    const hit = add(pose.pupil, scale(ray, Math.max(0, k)))
    const z = k > 0 && hit[2] < pose.front[2] ? hit[2] : subject.depthMm / 2 + 20
    places.push({
      id: 'foreground',
      at: [0, -table.belowMm, Math.min(table.depthMm / 2, Math.max(-table.depthMm / 2, z))],
      normal: [0, 1, 0],
      reflectance: table.reflectance,
      on: 'table'
    })
  }
  places.push({
    id: 'lens',
    at: pose.front,
    normal: scale(view, -1),
    reflectance: 0.18,
    on: 'free'
  })
  for (const own of plan.places)
    places.push({
      id: own.id,
      at: [own.xMm, own.yMm, own.zMm],
      normal: FACES[own.faces](pose),
      reflectance: own.reflectance,
      on: 'free'
    })
  return places
}

/** Where an aim points: a place of the plan or the focus point. A place that is not there counts as the focus point. */
export const aimPoint =
  (places: readonly PlacePoint[]) =>
  (id: string): Vec =>
    places.find((place) => place.id === id)?.at ?? [0, 0, 0]
