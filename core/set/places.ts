/**
 * The places of a plan as points with a surface: those that follow from subject, camera and key
 * light, and the user's own. The lit side is the point of the subject that faces half toward the
 * key light and half toward the lens; the shadow side its mirror about the lens axis.
 */
import { vapourReflectance } from '../light/scatter'
import { isThin, type Light, type Plan } from '../plan/plan'
import { gradientStopsAt, printedReflectance } from './backdrop'
import { bodyId } from './bodies'
import { rayThrough, type CameraPose } from './camera'
import { lightPoint } from './heads'
import { glowAt, insideOf } from './glow'
import { mirrors } from './optics'
import { isClear, mirroredPlace, seenAt, seenPlaces } from './seenPlaces'
import type { PlacePoint } from './placePoint'
import { pointFacing } from './subjectBody'
import { alongToPlane, pointOn } from './onSheet'
import type { Sheet } from './surface'
import { add, cross, dot, scale, sub, unit, type Vec } from './vec'

/** A place lies so far before its surface, mm. */
const OFF_MM = 1e-4

export type { PlacePoint } from './placePoint'

/**
 * Key light: the first called so, else the first. On or off does not matter: switching lights moves
 * no place.
 */
export const keyLight = (plan: Pick<Plan, 'lights'>): Light =>
  plan.lights.find((light) => light.role === 'key') ?? plan.lights[0]!

function between(a: Vec, b: Vec): Vec {
  const middle = add(a, b)
  // Light from straight behind has no side of its own: what faces across is lit at the rim.
  return unit(middle, unit(cross(b, [1, 0, 0]), [0, 1, 0]))
}

/** Radius of the spot a facet is looked at by, of the subject's width. */
const FACET_SHARE = 0.01

const MIDDLE = [0, 0] as const
/**
 * Where a ray through a point of the picture meets the background, kept inside its edges.
 * @param x,y from −1 to 1
 * @returns −1 to 1 across and up the background
 */
function onBackground(
  background: Sheet,
  pose: CameraPose,
  x: number,
  y: number
): readonly [number, number] {
  const ray = rayThrough(pose, x, y)
  const k = alongToPlane(background, pose.pupil, ray) ?? 0
  const off: Vec = k > 0 ? sub(add(pose.pupil, scale(ray, k)), background.at) : [0, 0, 0]
  const inside = (value: number): number => Math.max(-0.98, Math.min(0.98, value))
  return [
    inside(dot(off, background.across) / background.halfAcross),
    inside(dot(off, background.upward) / background.halfUpward)
  ]
}

/** So far up and down from its middle a plume is looked at besides; shares of its height. */
const PLUME_ENDS = [
  ['top', 0.3],
  ['foot', -0.3]
] as const
const alongPlume = (middle: PlacePoint, heightMm: number): PlacePoint[] =>
  PLUME_ENDS.map(([id, share]) => ({ ...middle, id, at: [0, share * heightMm, 0] as Vec }))

const FACES: Record<Plan['places'][number]['faces'], (pose: CameraPose) => Vec> = {
  lens: (pose) => pose.toCamera,
  up: () => [0, 1, 0],
  left: () => [-1, 0, 0],
  right: () => [1, 0, 0]
}

/** Every place of the plan, the subject's lit side first. */
export function placesOf(plan: Plan, pose: CameraPose, background: Sheet): PlacePoint[] {
  const { subject, table } = plan
  const key = keyLight(plan)
  const toKey = unit(lightPoint(key, pose), pose.toCamera)
  const view = pose.toCamera
  const mirrored = sub(scale(view, 2 * dot(toKey, view)), toKey)
  // Vapour and clear things show what comes from any side, from behind most of all.
  const throughAndThrough = subject.shape === 'plume' || subject.finish === 'clear'
  const inside = insideOf(subject)
  const onSubject = (id: string, wanted: Vec): PlacePoint => {
    // Of vapour it is the middle that is looked at, of a thing its surface.
    const point =
      subject.shape === 'plume'
        ? { at: [0, 0, 0] as Vec, normal: wanted }
        : pointFacing(subject, wanted)
    const at = add(point.at, scale(point.normal, OFF_MM))
    if (throughAndThrough)
      return {
        id,
        at,
        normal: null,
        reflectance:
          subject.shape === 'plume'
            ? vapourReflectance(subject.vapour.opticalDepth)
            : subject.reflectance,
        colour: null,
        on: 'subject'
      }
    const colour = subject.measured ?? subject.colour
    const glow = glowAt(subject, inside, at, point.normal)
    return { id, at, normal: point.normal, colour, ...glow, on: 'subject' }
  }
  const flatFront = isThin(subject.shape)
  const clear = isClear(plan)
  const places: PlacePoint[] = clear
    ? seenPlaces(plan, pose)
    : [onSubject('subject', flatFront ? view : between(toKey, view))]
  if (!clear && !flatFront && subject.shape !== 'plume')
    places.push(
      onSubject('shadow', between(mirrored, view)),
      onSubject('top', [0, 1, 0]),
      onSubject('front', view)
    )
  if (subject.shape === 'plume') places.push(...alongPlume(places[0]!, subject.heightMm))
  for (const [id, x] of [
    ['background', 0],
    ['backgroundLeft', -1],
    ['backgroundRight', 1]
  ] as const) {
    const spot = id === 'background' ? MIDDLE : onBackground(background, pose, x, 0)
    places.push({
      id,
      at: pointOn(background, ...spot),
      normal: background.normal,
      reflectance: printedReflectance(plan.background, ...spot),
      // A picture brings its own colours.
      colour: plan.background.picture ? null : (plan.background.measured ?? plan.background.colour),
      gradientStops: gradientStopsAt(plan.background, ...spot),
      on: 'background'
    })
  }
  if (table) {
    const ray = rayThrough(pose, 0, -1)
    const k = ray[1] < -1e-9 ? (-table.belowMm - pose.pupil[1]) / ray[1] : -1
    const hit = add(pose.pupil, scale(ray, Math.max(0, k)))
    const z = k > 0 && hit[2] < pose.front[2] ? hit[2] : subject.depthMm / 2 + 20
    const at: Vec = [
      0,
      -table.belowMm,
      Math.min(table.depthMm / 2, Math.max(-table.depthMm / 2, z))
    ]
    const foreground = { id: 'foreground', at, on: 'table' }
    if (!mirrors(plan))
      places.push({ ...foreground, normal: [0, 1, 0], reflectance: table.reflectance })
    else {
      const seen = seenAt(pose, at, FACET_SHARE * subject.widthMm)
      places.push({ ...foreground, normal: null, reflectance: 0.18, seen })
      const image = mirroredPlace(plan, pose)
      if (image) places.push(image)
    }
  }
  places.push({
    id: 'lens',
    at: pose.front,
    normal: scale(view, -1),
    reflectance: 0.18,
    // Inside the hood, which shades it by its angle (checks/flare.ts).
    on: bodyId('hood')
  })
  for (const own of plan.places) {
    const at: Vec = [own.xMm, own.yMm, own.zMm]
    // A facet of something clear shows what stands behind it.
    const facet = clear && own.finish === 'clear'
    places.push(
      facet
        ? {
            id: own.id,
            at,
            normal: null,
            reflectance: 0.18,
            on: 'subject',
            seen: seenAt(pose, at, FACET_SHARE * subject.widthMm)
          }
        : {
            id: own.id,
            at,
            normal: FACES[own.faces](pose),
            reflectance: own.reflectance,
            on: 'free'
          }
    )
  }
  return places
}

/**
 * Where an aim points: a place of the plan or the focus point. A place that is not there counts as
 * the focus point.
 */
export const aimPoint =
  (places: readonly PlacePoint[]) =>
  (id: string): Vec =>
    places.find((place) => place.id === id)?.at ?? [0, 0, 0]
