/**
 * What mirrors what: for flat shiny faces the zone in which a light or card shows to the lens, for curved ones the spot of
 * each light's highlight.
 * Source: law of reflection; the lens seen in a flat face is its mirror image behind the face.
 */
import type { Plan } from '../plan/plan'
import { project } from './camera'
import { flatFaces, turned, type FlatFace } from './places'
import { FINEST, samplesOf } from './samples'
import { imageStops } from './shine'
import type { Scene } from './transport'
import { add, dot, scale, sub, unit, type Vec } from './vec'

export interface MirrorZone {
  /** index among the subject's flat faces */
  readonly face: number
  readonly corners: readonly Vec[]
  /** the lens's mirror image: the zone is the cone from here through the corners, in front of the face */
  readonly image: Vec
  readonly plane: FlatFace
}

export const mirrorsAtAll = (plan: Pick<Plan, 'subject'>): boolean => plan.subject.finish !== 'matt' && plan.subject.shape !== 'plume'

const outline = (face: FlatFace): Vec[] =>
  (face.round ? Array.from({ length: 16 }, (_, i) => [Math.cos((i * Math.PI) / 8), Math.sin((i * Math.PI) / 8)] as const) : ([[-1, -1], [1, -1], [1, 1], [-1, 1]] as const)).map(([u, v]) =>
    add(face.at, add(scale(face.across, u * face.halfAcross), scale(face.upward, v * face.halfUpward)))
  )

/** Zones of the flat faces the lens sees. */
export const mirrorZones = (plan: Pick<Plan, 'subject'>, scene: Scene): MirrorZone[] => {
  if (!mirrorsAtAll(plan)) return []
  return flatFaces(plan.subject).flatMap((plane, face) => {
    const out = dot(sub(scene.pose.pupil, plane.at), plane.normal)
    if (out <= 1e-6) return []
    return [{ face, plane, corners: outline(plane), image: sub(scene.pose.pupil, scale(plane.normal, 2 * out)) }]
  })
}

/** Where the line from the lens's image to a point passes the face; null when it misses it or the point lies behind. */
export const seenIn = ({ plane, image }: MirrorZone, p: Vec): Vec | null => {
  const before = dot(sub(image, plane.at), plane.normal)
  const after = dot(sub(p, plane.at), plane.normal)
  if (after <= 1e-6) return null
  const hit = add(image, scale(sub(p, image), before / (before - after)))
  const off = sub(hit, plane.at)
  const u = dot(off, plane.across) / plane.halfAcross
  const v = dot(off, plane.upward) / plane.halfUpward
  return (plane.round ? u * u + v * v <= 1 : Math.abs(u) <= 1 && Math.abs(v) <= 1) ? hit : null
}

export interface Reflection {
  /** index of the light */
  readonly of: number
  readonly kind: 'flat' | 'curved'
  readonly face: number
  /** share of the light's face that shows, for flat faces; 1 for a highlight */
  readonly share: number
  /** where in the frame, −1 to 1 */
  readonly x: number
  readonly y: number
  /** how bright its image is, stops, for a head of guide number 1 m at full power (see shine.ts) */
  readonly stops: number
}

/** The spot of a curved surface whose normal halves the angle between lens and light, found by turning towards it. */
const highlight = (plan: Plan, pupil: Vec, light: Vec): { readonly at: Vec; readonly normal: Vec } | null => {
  const { subject } = plan
  const upright = subject.shape !== 'ellipsoid'
  const [a, b, c] = [subject.widthMm / 2, subject.heightMm / 2, subject.depthMm / 2]
  let at: Vec = [0, 0, 0]
  let normal: Vec = [0, 0, 1]
  for (let i = 0; i < 12; i++) {
    const half = add(unit(sub(pupil, at)), unit(sub(light, at)))
    if (Math.hypot(...half) < 1e-6) return null
    // A cylinder's side has level normals; how high the spot stands follows from the distances.
    normal = unit(upright ? [half[0], 0, half[2]] : half)
    const n = turned(normal, -subject.turnDeg)
    const size = Math.hypot(a * n[0], upright ? 0 : b * n[1], c * n[2]) || 1e-9
    at = turned([(a * a * n[0]) / size, upright ? 0 : (b * b * n[1]) / size, (c * c * n[2]) / size], subject.turnDeg)
    if (upright) {
      const near = Math.hypot(pupil[0] - at[0], pupil[2] - at[2])
      const far = Math.hypot(light[0] - at[0], light[2] - at[2])
      at = [at[0], (pupil[1] * far + light[1] * near) / (near + far), at[2]]
    }
  }
  if (upright && Math.abs(at[1]) > b) return null
  return dot(normal, sub(pupil, at)) > 0 && dot(normal, sub(light, at)) > 0 ? { at, normal } : null
}

/** Every light that is on and shows in a shiny face, where, and how bright. */
export const reflections = (plan: Plan, scene: Scene): Reflection[] => {
  if (!mirrorsAtAll(plan)) return []
  const { finish } = plan.subject
  const found: Reflection[] = []
  const zones = mirrorZones(plan, scene)
  const curved = ['ellipsoid', 'cylinder', 'vessel'].includes(plan.subject.shape)
  plan.lights.forEach((light, of) => {
    if (!light.on) return
    const head = scene.heads[of]!
    for (const zone of zones) {
      const points = samplesOf(head, FINEST)
      let share = 0
      let middle: Vec = [0, 0, 0]
      for (let i = 0; i < points.length; i += 4) {
        const p: Vec = [points[i]!, points[i + 1]!, points[i + 2]!]
        const hit = seenIn(zone, p)
        if (!hit || dot(sub(hit, p), head.axis) / Math.hypot(...sub(hit, p)) < Math.max(0.02, head.cutCos)) continue
        share += points[i + 3]!
        middle = add(middle, scale(hit, points[i + 3]!))
      }
      const hit = scale(middle, 1 / share)
      const spot = share > 0 ? project(scene.pose, hit) : null
      if (spot) found.push({ of, kind: 'flat', face: zone.face, share, x: spot.x, y: spot.y, stops: imageStops(head, hit, zone.plane.normal, finish) })
    }
    const shine = curved ? highlight(plan, scene.pose.pupil, head.at) : null
    if (!shine || dot(unit(sub(shine.at, head.at)), head.axis) < Math.max(0.02, head.cutCos)) return
    const spot = project(scene.pose, shine.at)
    if (spot) found.push({ of, kind: 'curved', face: -1, share: 1, x: spot.x, y: spot.y, stops: imageStops(head, shine.at, shine.normal, finish) })
  })
  return found
}
