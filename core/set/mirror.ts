/**
 * What mirrors what: for flat shiny faces the zone in which a light or card shows to the lens, for
 * curved ones each light's highlight. Source: law of reflection; the lens seen in a flat face is
 * its mirror image behind the face.
 */
import type { Plan } from '../plan/plan'
import { project, projectInFrame, type CameraPose } from './camera'
import { faceSheet } from './heads'
import { highlightOn } from './highlight'
import type { Scene } from './scene'
import { imageStops, mirrorShare } from './specular'
import { flatFaces } from './subjectBody'
import { pointOn } from './onSheet'
import { firstMet, isSheet, surfacesOf, type Blocked, type Sheet } from './surface'
import { add, dot, scale, sub, unit, type Vec } from './vec'

export interface MirrorZone {
  /** index among the subject's flat faces */
  readonly face: number
  readonly corners: readonly Vec[]
  /**
   * the lens's mirror image: the zone is the cone from here through the corners, in front of the
   * face
   */
  readonly image: Vec
  readonly plane: Sheet
}

const mirrorsAtAll = (plan: Pick<Plan, 'subject'>): boolean =>
  plan.subject.finish !== 'matt' && plan.subject.shape !== 'plume'

const SQUARE = [
  [-1, -1],
  [1, -1],
  [1, 1],
  [-1, 1]
] as const
const CIRCLE = Array.from(
  { length: 16 },
  (_, i) => [Math.cos((i * Math.PI) / 8), Math.sin((i * Math.PI) / 8)] as const
)
const outline = (face: Sheet): Vec[] =>
  (face.kind === 'rectangle' ? SQUARE : CIRCLE).map(([u, v]) => pointOn(face, u, v))

/** Zones of the flat faces the lens sees. */
export function mirrorZones(plan: Pick<Plan, 'subject'>, scene: Scene): MirrorZone[] {
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

/**
 * Where the line from the lens's image to a point passes the face; null when it misses it or the
 * point lies behind.
 */
export function seenIn({ plane, image }: MirrorZone, p: Vec): Vec | null {
  if (dot(sub(p, plane.at), plane.normal) <= 1e-6) return null
  return firstMet(surfacesOf([plane]), image, sub(p, image), 0, 1)?.at ?? null
}

export interface Reflection {
  /** index of the light, or of the card */
  readonly of: number
  readonly kind: 'flat' | 'curved'
  readonly face: number
  /**
   * share over which it shows of what the picture holds of a flat face; 0 for a highlight or what is
   * smaller than the search finds
   */
  readonly share: number
  /** where in the picture, −1 to 1 */
  readonly x: number
  readonly y: number
  /**
   * lights: how bright its image is, stops, for a head of guide number 1 m at full power; cards:
   * what the face takes from it (specular.ts)
   */
  readonly stops: number
  /** side of a card that shows, its unit normal */
  readonly side: Vec | null
}

/** A flat thing that may be seen in a mirror, on the side its normal is on. */
interface Seen {
  readonly sheet: Sheet
  /** least cosine between its normal and the way to the mirror */
  readonly leastCos: number
}

/** What may stand between: everything but the subject, whose faces these are. */
const othersIn = (scene: Scene): Blocked =>
  surfacesOf(scene.surfaces.list.filter((each) => each.id !== 'subject')).blocked

/** Lines a side over which a face is looked at. */
const LINES = 21
/**
 * Over how much of what the picture holds of a flat face a sheet shows, and the middle of where;
 * null where it does not.
 */
function shownIn(
  zone: MirrorZone,
  { sheet, leastCos }: Seen,
  { pose, blocked }: { readonly pose: CameraPose; readonly blocked: Blocked }
): { readonly share: number; readonly middle: Vec } | null {
  const { plane, image } = zone
  const alone = surfacesOf([sheet])
  const faces = (way: Vec): boolean => -dot(way, sheet.normal) >= leastCos
  let [all, hits] = [0, 0]
  let middle: Vec = [0, 0, 0]
  for (let i = 0; i < LINES; i++)
    for (let k = 0; k < LINES; k++) {
      const [u, v] = [(2 * i + 1) / LINES - 1, (2 * k + 1) / LINES - 1]
      if (plane.kind !== 'rectangle' && u * u + v * v > 1) continue
      const q = pointOn(plane, u, v)
      if (!projectInFrame(pose, q)) continue
      all++
      const ray = unit(sub(q, image))
      const met = faces(ray) ? firstMet(alone, q, ray) : null
      if (!met || blocked(...q, ...met.at)) continue
      hits++
      middle = add(middle, q)
    }
  if (hits > 0) return { share: hits / all, middle: scale(middle, 1 / hits) }
  // Smaller than the lines are apart: its own middle may still show, unless it is a hole.
  const q = sheet.hole ? null : seenIn(zone, sheet.at)
  return q &&
    projectInFrame(pose, q) &&
    faces(unit(sub(sheet.at, q))) &&
    !blocked(...q, ...sheet.at)
    ? { share: 0, middle: q }
    : null
}

/** Whether it has a round side in which a light is found as a highlight. */
export const isCurved = ({ shape }: Plan['subject']): boolean =>
  !['sheet', 'box', 'plume', 'coin', 'movement', 'crystal'].includes(shape)

/** Every light that is on and shows in a shiny face in the picture, where, and how bright. */
export function reflections(plan: Plan, scene: Scene): Reflection[] {
  if (!mirrorsAtAll(plan)) return []
  const { finish } = plan.subject
  const found: Reflection[] = []
  // A beam by table or file may send nothing that way.
  const take = (reflection: Reflection): void =>
    void (Number.isFinite(reflection.stops) && found.push(reflection))
  const zones = mirrorZones(plan, scene)
  const curved = isCurved(plan.subject)
  const { pose } = scene
  const blocked = othersIn(scene)
  plan.lights.forEach((light, of) => {
    if (!light.on) return
    const head = scene.heads[of]!
    const leastCos = Math.max(0.02, head.limitCos)
    for (const zone of zones) {
      const shown = shownIn(zone, { sheet: faceSheet(head), leastCos }, { pose, blocked })
      const point = shown && project(pose, shown.middle)
      if (shown && point)
        take({
          of,
          kind: 'flat',
          face: zone.face,
          share: shown.share,
          x: point.x,
          y: point.y,
          stops: imageStops(head, shown.middle, zone.plane.normal, finish, plan.medium),
          side: null
        })
    }
    const highlight = curved ? highlightOn(plan.subject, pose.pupil, head.at) : null
    if (
      !highlight ||
      dot(unit(sub(highlight.at, head.at)), head.axis) < leastCos ||
      blocked(...highlight.at, ...head.at)
    )
      return
    const point = projectInFrame(pose, highlight.at)
    if (point)
      take({
        of,
        kind: 'curved',
        face: -1,
        share: 0,
        x: point.x,
        y: point.y,
        stops: imageStops(head, highlight.at, highlight.normal, finish, plan.medium),
        side: null
      })
  })
  return found
}

/** Every card and flag that shows in a flat shiny face in the picture. */
export function cardReflections(plan: Plan, scene: Scene): Reflection[] {
  if (!mirrorsAtAll(plan)) return []
  const zones = mirrorZones(plan, scene)
  const { pose } = scene
  const blocked = othersIn(scene)
  return plan.cards.flatMap((card, of) => {
    const sheet = scene.surfaces.list.find((each) => each.id === card.id)
    if (!card.on || !sheet || !isSheet(sheet)) return []
    return zones.flatMap((zone): Reflection[] => {
      // Either side of it may show.
      for (const side of [sheet.normal, scale(sheet.normal, -1)]) {
        const shown = shownIn(
          zone,
          { sheet: { ...sheet, normal: side }, leastCos: 0.02 },
          { pose, blocked }
        )
        const point = shown && project(pose, shown.middle)
        if (shown && point)
          return [
            {
              of,
              kind: 'flat',
              face: zone.face,
              share: shown.share,
              x: point.x,
              y: point.y,
              stops: Math.log2(
                mirrorShare(
                  plan.subject.finish,
                  dot(unit(sub(sheet.at, shown.middle)), zone.plane.normal),
                  plan.medium
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
