/**
 * What heads, camera, lens and hood take up in the set: they stand in the way of straight light.
 * Their sizes are those of the kit where it says so, else common practice, no source: a head is as
 * wide as its front and half as deep, 30 to 150 mm; a camera some four sensors wide.
 */
import type { Face } from '../kit/kit'
import type { Light, LightId, Plan } from '../plan/plan'
import type { CameraPose } from './camera'
import { faceSizeMm } from './faces'
import { faceSheet, type Head } from './heads'
import type { Solid, Surface } from './shapes'
import { add, scale, type Vec } from './vec'

export type BodyName = LightId | 'camera' | 'lens' | 'hood' | 'housing' | 'port'
/** Marks a body among other surfaces: no card or light of a plan is called so. */
const PREFIX = 'body:'
export const bodyId = (name: BodyName): string => PREFIX + name
/** Whose body a surface is; null for what is none. */
export const bodyNameOf = (id: string): BodyName | null =>
  id.startsWith(PREFIX) ? (id.slice(PREFIX.length) as BodyName) : null

/** A body ends this far behind the face before it, so that it never shades its own light; mm. */
const GAP_MM = 0.1
const [SHALLOWEST_MM, DEEPEST_MM] = [30, 150]

/** How deep a head is behind its front, mm. */
export const bodyDepthMm = (front: Face): number =>
  Math.min(DEEPEST_MM, Math.max(SHALLOWEST_MM, faceSizeMm(front) / 2))

interface Axes {
  readonly axis: Vec
  readonly across: Vec
  readonly upward: Vec
}
type Flat = Exclude<Face, { kind: 'ring' }>
/** A box or round body behind a point, looking along an axis. */
function behind(
  id: string,
  front: Vec,
  { axis, across, upward }: Axes,
  face: Flat,
  depthMm: number
): Solid {
  const [width, height] =
    face.kind === 'disc' ? [face.diameterMm, face.diameterMm] : [face.widthMm, face.heightMm]
  return {
    id,
    kind: face.kind === 'disc' ? 'cylinder' : 'box',
    at: add(front, scale(axis, -depthMm / 2 - GAP_MM)),
    axes: [across, axis, upward],
    half: [width / 2, depthMm / 2, height / 2]
  }
}

/** A head with the tube it may wear. */
function headBodies(light: Light, head: Head): Surface[] {
  const id = bodyId(light.id)
  const { face, emitters } = head
  if (face.kind === 'ring')
    return [{ ...faceSheet(head), id, at: add(head.at, scale(head.axis, -GAP_MM)) }]
  const { tube } = emitters[0]
  if (!tube) return [behind(id, head.at, head, face, bodyDepthMm(face))]
  const own = light.strobe.face
  const back = add(head.at, scale(head.axis, -tube.lengthMm))
  return [
    behind(id, head.at, head, face, tube.lengthMm),
    ...(own.kind === 'ring' ? [] : [behind(id, back, head, own, bodyDepthMm(own))])
  ]
}

/** A hood is this much wider than the lens, mm. */
const HOOD_MM = 4
/** Rim round the front lens, mm, and lens front over the sensor's diagonal. */
const [RIM_MM, FRONT_OVER_SENSOR] = [12, 1.5]
/** Outer diameter of the lens at its front, or of its port, mm: the kit's, or a guess. */
export function frontDiameterMm({
  lens,
  camera,
  housing
}: Pick<Plan, 'lens' | 'camera' | 'housing'>): number {
  if (housing) return housing.portDiameterMm
  const pupil = lens.focalMm / 2 ** (lens.widestStops / 2)
  const diagonal = Math.hypot(camera.sensorWidthMm, camera.sensorHeightMm)
  return lens.frontDiameterMm ?? Math.max(pupil + RIM_MM, FRONT_OVER_SENSOR * diagonal)
}

/** Camera body over the sensor, width and height; before and behind the sensor, mm. */
const [WIDE, HIGH, BEFORE_MM, BEHIND_MM] = [3.8, 4, 20, 50]

/** How far the hood stands out before the lens, mm: half the way to the subject at most. */
function hoodMm(plan: Plan, { workingMm }: CameraPose): number {
  const { hoodDeg } = plan.lens
  // A light on the lens takes the hood's place, and none fits in a housing.
  if (hoodDeg === null || plan.housing || plan.lights.some((light) => light.mount === 'lens'))
    return 0
  const out = frontDiameterMm(plan) / 2 / Math.tan((hoodDeg * Math.PI) / 180)
  return Math.min(out, workingMm / 2)
}

/** Camera, lens and hood, or a housing and its port; what takes no room is left out. */
export function cameraBodiesOf(plan: Plan, pose: CameraPose): Surface[] {
  // Where the figures leave no room before the lens, it stands nowhere.
  if (pose.workingMm <= 0) return []
  const { camera, housing } = plan
  const axes = { axis: scale(pose.toCamera, -1), across: pose.right, upward: pose.up }
  const mount = pose.sensorMm - BEFORE_MM
  const widthMm = housing?.bodyWidthMm ?? camera.bodyWidthMm ?? WIDE * camera.sensorWidthMm
  const heightMm = housing?.bodyHeightMm ?? camera.bodyHeightMm ?? HIGH * camera.sensorHeightMm
  const diameterMm = frontDiameterMm(plan)
  const made: Surface[] = []
  const put = (name: BodyName, fromMm: number, face: Flat, depthMm: number): void => {
    if (depthMm > 0)
      made.push(behind(bodyId(name), scale(pose.toCamera, fromMm), axes, face, depthMm))
  }
  if (widthMm > 0 && heightMm > 0)
    put(
      housing ? 'housing' : 'camera',
      mount,
      { kind: 'rectangle', widthMm, heightMm },
      housing?.bodyDepthMm ?? BEFORE_MM + BEHIND_MM
    )
  if (diameterMm <= 0) return made
  put(housing ? 'port' : 'lens', pose.frontMm, { kind: 'disc', diameterMm }, mount - pose.frontMm)
  const hood = hoodMm(plan, pose)
  put('hood', pose.frontMm - hood, { kind: 'disc', diameterMm: diameterMm + HOOD_MM }, hood)
  return made
}

/** Bodies of every head, whether it is on or off. */
export const headBodiesOf = (plan: Plan, heads: readonly Head[]): Surface[] =>
  plan.lights.flatMap((light, i) => headBodies(light, heads[i]!))
