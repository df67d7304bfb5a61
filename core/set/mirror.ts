/**
 * What mirrors what: for flat shiny faces the zone in which a light or card shows to the lens, for curved ones the spot of
 * each light's highlight.
 * Source: law of reflection; the lens seen in a flat face is its mirror image behind the face.
 */
import type { Face } from '../kit/kit'
import type { Plan } from '../plan/plan'
import { project } from './camera'
import { blockedBy, type Blocked } from './occluders'
import { flatFaces, turned, type FlatFace } from './places'
import { imageStops, mirrorShare } from './shine'
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

export const mirrorsAtAll = (plan: Pick<Plan, 'subject'>): boolean =>
  plan.subject.finish !== 'matt' && plan.subject.shape !== 'plume'

const outline = (face: FlatFace): Vec[] =>
  (face.round
    ? Array.from(
        { length: 16 },
        (_, i) => [Math.cos((i * Math.PI) / 8), Math.sin((i * Math.PI) / 8)] as const
      )
    : ([
        [-1, -1],
        [1, -1],
        [1, 1],
        [-1, 1]
      ] as const)
  ).map(([u, v]) =>
    add(
      face.at,
      add(scale(face.across, u * face.halfAcross), scale(face.upward, v * face.halfUpward))
    )
  )

/** Zones of the flat faces the lens sees. */
export const mirrorZones = (plan: Pick<Plan, 'subject'>, scene: Scene): MirrorZone[] => {
  if (!mirrorsAtAll(plan)) return []
  return flatFaces(plan.subject).flatMap((plane, face) => {
    const out = dot(sub(scene.pose.pupil, plane.at), plane.normal)
    if (out <= 1e-6) return []
    return [
      {
        face,
        plane,
        corners: outline(plane),
        image: sub(scene.pose.pupil, scale(plane.normal, 2 * out))
      }
    ]
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
  /** index of the light, or of the card */
  readonly of: number
  readonly kind: 'flat' | 'curved'
  readonly face: number
  /** share of a flat face over which it shows; 0 for a highlight or what is smaller than the search finds */
  readonly share: number
  /** where in the frame, −1 to 1 */
  readonly x: number
  readonly y: number
  /** lights: how bright its image is, stops, for a head of guide number 1 m at full power; cards: what the face takes from it (see shine.ts) */
  readonly stops: number
  /** side of a card that shows, its unit normal */
  readonly side: Vec | null
}

/** A flat thing that may be seen in a mirror. */
interface Sheet {
  readonly at: Vec
  readonly normal: Vec
  readonly across: Vec
  readonly upward: Vec
  /** whether a point of its plane belongs to it, mm from its middle */
  readonly holds: (u: number, v: number) => boolean
  /** least cosine between its normal and the way to the mirror */
  readonly leastCos: number
}
/** What may stand between: everything but the subject, whose faces these are. */
const othersIn = (scene: Scene): Blocked =>
  blockedBy(scene.occluders.filter((each) => each.id !== 'subject'))
const faceHolds = (face: Face): Sheet['holds'] =>
  face.kind === 'rectangle'
    ? (u, v) => Math.abs(u) <= face.widthMm / 2 && Math.abs(v) <= face.heightMm / 2
    : (u, v) => {
        const r = Math.hypot(u, v)
        return (
          r <= (face.kind === 'disc' ? face.diameterMm : face.outerMm) / 2 &&
          r >= (face.kind === 'ring' ? face.innerMm / 2 : 0)
        )
      }

/** Lines a side over which a face is looked at. */
const LINES = 21
/** Over how much of a flat face a sheet shows, and the middle of where; null where it does not. */
const shownIn = (
  zone: MirrorZone,
  sheet: Sheet,
  blocked: Blocked
): { readonly share: number; readonly middle: Vec } | null => {
  const { plane, image } = zone
  let [all, hits] = [0, 0]
  let middle: Vec = [0, 0, 0]
  for (let i = 0; i < LINES; i++)
    for (let k = 0; k < LINES; k++) {
      const [u, v] = [(2 * i + 1) / LINES - 1, (2 * k + 1) / LINES - 1]
      if (plane.round && u * u + v * v > 1) continue
      all++
      const q = add(
        plane.at,
        add(scale(plane.across, u * plane.halfAcross), scale(plane.upward, v * plane.halfUpward))
      )
      const ray = unit(sub(q, image))
      const slope = dot(ray, sheet.normal)
      if (-slope < sheet.leastCos) continue
      const p = add(image, scale(ray, dot(sub(sheet.at, image), sheet.normal) / slope))
      const off = sub(p, sheet.at)
      if (
        dot(sub(p, q), ray) <= 1e-6 ||
        !sheet.holds(dot(off, sheet.across), dot(off, sheet.upward)) ||
        blocked(...q, ...p)
      )
        continue
      hits++
      middle = add(middle, q)
    }
  if (hits > 0) return { share: hits / all, middle: scale(middle, 1 / hits) }
  // Smaller than the lines are apart: its own middle may still show.
  const hit = seenIn(zone, sheet.at)
  return hit &&
    dot(unit(sub(hit, sheet.at)), sheet.normal) >= sheet.leastCos &&
    sheet.holds(0, 0) &&
    !blocked(...hit, ...sheet.at)
    ? { share: 0, middle: hit }
    : null
}

/** The spot of a curved surface whose normal halves the angle between lens and light, found by turning towards it. */
const highlight = (
  plan: Plan,
  pupil: Vec,
  light: Vec
): { readonly at: Vec; readonly normal: Vec } | null => {
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
    at = turned(
      [(a * a * n[0]) / size, upright ? 0 : (b * b * n[1]) / size, (c * c * n[2]) / size],
      subject.turnDeg
    )
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
  // A beam by table or file may send nothing that way.
  const take = (reflection: Reflection): void =>
    void (Number.isFinite(reflection.stops) && found.push(reflection))
  const zones = mirrorZones(plan, scene)
  const curved = ['ellipsoid', 'cylinder', 'vessel'].includes(plan.subject.shape)
  const blocked = othersIn(scene)
  plan.lights.forEach((light, of) => {
    if (!light.on) return
    const head = scene.heads[of]!
    const leastCos = Math.max(0.02, head.cutCos)
    for (const zone of zones) {
      const shown = shownIn(
        zone,
        {
          at: head.at,
          normal: head.axis,
          across: head.across,
          upward: head.upward,
          holds: faceHolds(head.face),
          leastCos
        },
        blocked
      )
      const spot = shown && project(scene.pose, shown.middle)
      if (shown && spot)
        take({
          of,
          kind: 'flat',
          face: zone.face,
          share: shown.share,
          x: spot.x,
          y: spot.y,
          stops: imageStops(head, shown.middle, zone.plane.normal, finish),
          side: null
        })
    }
    const shine = curved ? highlight(plan, scene.pose.pupil, head.at) : null
    if (
      !shine ||
      dot(unit(sub(shine.at, head.at)), head.axis) < leastCos ||
      blocked(...shine.at, ...head.at)
    )
      return
    const spot = project(scene.pose, shine.at)
    if (spot)
      take({
        of,
        kind: 'curved',
        face: -1,
        share: 0,
        x: spot.x,
        y: spot.y,
        stops: imageStops(head, shine.at, shine.normal, finish),
        side: null
      })
  })
  return found
}

/** Every card and flag that shows in a flat shiny face. */
export const cardReflections = (plan: Plan, scene: Scene): Reflection[] => {
  if (!mirrorsAtAll(plan)) return []
  const zones = mirrorZones(plan, scene)
  const blocked = othersIn(scene)
  return plan.cards.flatMap((card, of) => {
    const sheet = scene.occluders.find((each) => each.id === card.id)
    if (!card.on || sheet?.kind !== 'rectangle') return []
    return zones.flatMap((zone): Reflection[] => {
      // Either side of it may show.
      for (const side of [sheet.normal, scale(sheet.normal, -1)]) {
        const shown = shownIn(
          zone,
          {
            at: sheet.at,
            normal: side,
            across: sheet.across,
            upward: sheet.upward,
            holds: (u, v) => Math.abs(u) <= sheet.halfAcross && Math.abs(v) <= sheet.halfUpward,
            leastCos: 0.02
          },
          blocked
        )
        const spot = shown && project(scene.pose, shown.middle)
        if (shown && spot)
          return [
            {
              of,
              kind: 'flat',
              face: zone.face,
              share: shown.share,
              x: spot.x,
              y: spot.y,
              stops: Math.log2(
                mirrorShare(
                  plan.subject.finish,
                  dot(unit(sub(sheet.at, shown.middle)), zone.plane.normal)
                )
              ),
              side
            }
          ]
      }
      return []
    })
  })
}
