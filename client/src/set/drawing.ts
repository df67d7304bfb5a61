/**
 * The set flattened onto a view: from above (the camera's side at the bottom), from the left or
 * from the right (up is up). Plane coordinates are millimetres, the second axis down the screen. No
 * pixels here.
 */
import { polygonHull } from 'd3-polygon'
import type { Plan } from '@core/plan/plan'
import { rayThrough } from '@core/set/camera'
import { faceSizeMm } from '@core/set/faces'
import type { Head } from '@core/set/heads'
import type { MirrorZone } from '@core/set/mirror'
import type { Scene } from '@core/set/scene'
import type { Solid } from '@core/set/surface'
import { add, pointOf, scale, positionOf, sub, type Vec } from '@core/set/vec'
import { propParts, subjectParts } from './subjectParts'

export type View = 'above' | 'left' | 'right'
export type Flat = readonly [number, number]

export const flatten = (view: View, [x, y, z]: Vec): Flat =>
  view === 'above' ? [x, z] : view === 'left' ? [z, -y] : [-z, -y]
/** A point moved so that it lies at a spot of the view; what the view does not show stays. */
export const unflatten = (view: View, [h, v]: Flat, keep: Vec): Vec =>
  view === 'above' ? [h, keep[1], v] : view === 'left' ? [keep[0], -v, h] : [keep[0], -v, -h]

/** Convex outline of points; the points themselves where they have none. */
export const hull = (points: readonly Flat[]): Flat[] =>
  (polygonHull(points.map(([x, y]) => [x, y])) as Flat[] | null) ?? [...points]

/** The outlines of several convex parts as one SVG path; filled over its stroke, their union's. */
export const outlinePath = (parts: readonly (readonly Flat[])[]): string =>
  parts
    .map((points) => hull(points))
    .filter((outline) => outline.length > 1)
    .map((outline) => `M${outline.map((p) => p.join(' ')).join('L')}Z`)
    .join('')

const rectangle = (at: Vec, across: Vec, upward: Vec, a: number, b: number): Vec[] =>
  (
    [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1]
    ] as const
  ).map(([u, v]) => add(at, add(scale(across, u * a), scale(upward, v * b))))

/**
 * The lit face and the body behind it; drawn no smaller than `leastMm` so that it can be seen and
 * hit.
 */
export function headOutline(
  view: View,
  head: Head,
  leastMm: number
): { readonly face: Flat[]; readonly body: Flat[] } {
  const grow = Math.max(1, leastMm / faceSizeMm(head.face))
  const { face } = head
  const points =
    face.kind === 'rectangle'
      ? rectangle(
          head.at,
          head.across,
          head.upward,
          (face.widthMm / 2) * grow,
          (face.heightMm / 2) * grow
        )
      : Array.from({ length: 20 }, (_, i) => {
          const r = ((face.kind === 'disc' ? face.diameterMm : face.outerMm) / 2) * grow
          return add(
            head.at,
            add(
              scale(head.across, r * Math.cos((i * Math.PI) / 10)),
              scale(head.upward, r * Math.sin((i * Math.PI) / 10))
            )
          )
        })
  const depth = Math.max(leastMm * 1.1, Math.min(faceSizeMm(face) * 0.6, 60))
  const back = points.map((p) =>
    add(head.at, add(scale(sub(p, head.at), 0.7), scale(head.axis, -depth)))
  )
  const flat = (list: readonly Vec[]) => list.map((p) => flatten(view, p))
  return { face: hull(flat(points)), body: hull(flat([...points, ...back])) }
}

/**
 * Real edges of a beam in a view: a cone of half angle θ whose axis shows with length L is seen as
 * a fan of half angle asin(sin θ / L); one that looks at the viewer fills all round. Source:
 * orthographic outline of a cone, geometry.
 * @returns null when it fills all round
 */
export function beamFan(
  view: View,
  head: Head
): { readonly from: Flat; readonly axisRad: number; readonly halfRad: number } | null {
  const from = flatten(view, head.at)
  const tip = flatten(view, add(head.at, head.axis))
  const axis: Flat = [tip[0] - from[0], tip[1] - from[1]]
  const shown = Math.hypot(...axis)
  const sine = Math.sin((Math.min(head.beamDeg, 178) * Math.PI) / 360)
  if (shown <= sine + 1e-9) return null
  return {
    from,
    axisRad: Math.atan2(axis[1], axis[0]),
    halfRad: Math.asin(Math.min(1, sine / shown))
  }
}

export function cardOutline(view: View, scene: Scene, id: string): Flat[] | null {
  const found = scene.surfaces.list.find((each) => each.id === id)
  return found && (found.kind === 'rectangle' || found.kind === 'disc')
    ? hull(
        rectangle(found.at, found.across, found.upward, found.halfAcross, found.halfUpward).map(
          (p) => flatten(view, p)
        )
      )
    : null
}

/** A solid seen from one side. */
export function solidOutline(view: View, { kind, at, axes, half }: Solid): Flat[] {
  const points =
    kind === 'box'
      ? [-1, 1].flatMap((x) => [-1, 1].flatMap((y) => [-1, 1].map((z) => [x, y, z] as const)))
      : Array.from({ length: 48 }, (_, i) => {
          const turn = ((i % 24) * Math.PI) / 12
          return [Math.cos(turn), i < 24 ? 1 : -1, Math.sin(turn)] as const
        })
  return hull(
    points.map((point) =>
      flatten(
        view,
        point.reduce<Vec>((sum, share, k) => add(sum, scale(axes[k]!, share * half[k]!)), at)
      )
    )
  )
}

/** The inner sides of a room. */
export function roomOutline(view: View, room: NonNullable<Plan['room']>): Flat[] {
  const { widthMm, depthMm, leftMm, behindMm, ceilingMm, floorMm } = room
  return hull(
    [-leftMm, widthMm - leftMm].flatMap((x) =>
      [-floorMm, ceilingMm].flatMap((y) =>
        [-behindMm, depthMm - behindMm].map((z) => flatten(view, [x, y, z]))
      )
    )
  )
}

/** The camera's field from the lens front to the background, and the depth of field across it. */
export function fieldOf(
  view: View,
  { pose }: Scene,
  backgroundMm: number,
  nearMm: number,
  farMm: number
) {
  const edge = (side: number): Vec =>
    view === 'above' ? rayThrough(pose, side, 0) : rayThrough(pose, 0, side)
  const line = (side: number): Flat[] =>
    [0.02, 1, (pose.pupilMm + backgroundMm) / pose.pupilMm].map((k) =>
      flatten(view, add(pose.pupil, scale(edge(side), k)))
    )
  const far = Math.min(farMm, backgroundMm)
  const band = [
    [1, nearMm],
    [-1, nearMm],
    [-1, -far],
    [1, -far]
  ].map(([side, off]) =>
    flatten(view, add(pose.pupil, scale(edge(side!), (pose.pupilMm - off!) / pose.pupilMm)))
  )
  return { lines: [line(1), line(-1)], band }
}

/** What the frame sees of the water between port and subject. */
export function waterOf(view: View, { pose }: Scene): Flat[] {
  const front = (pose.pupilMm - pose.frontMm) / pose.pupilMm
  return (
    [
      [1, front],
      [-1, front],
      [-1, 1],
      [1, 1]
    ] as const
  ).map(([side, k]) => {
    const edge = view === 'above' ? rayThrough(pose, side, 0) : rayThrough(pose, 0, side)
    return flatten(view, add(pose.pupil, scale(edge, k)))
  })
}

/** A mirror zone as far as `reachMm` in front of its face. */
export const zoneOutline = (view: View, zone: MirrorZone, reachMm: number): Flat[] =>
  hull(
    zone.corners.flatMap((corner) => {
      const ray = sub(corner, zone.image)
      return [
        flatten(view, corner),
        flatten(view, add(corner, scale(ray, reachMm / Math.hypot(...ray))))
      ]
    })
  )

export interface Viewport {
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
}
/**
 * What a view should take in: subject, lens, lights, cards; the background and the whole camera
 * when they are not far off.
 */
export function fitOf(view: View, plan: Plan, scene: Scene): Viewport {
  const reach = Math.max(
    60,
    ...plan.lights.map((light) =>
      light.mount === 'lens' ? scene.pose.frontMm * 1.2 : light.at.distanceMm
    ),
    ...plan.cards.map((card) => card.at.distanceMm)
  )
  const points: Vec[] = [
    [0, 0, 0],
    ...subjectParts(plan).flat(),
    ...plan.props.flatMap((prop) => propParts(plan, prop).flat()),
    ...scene.heads
      .slice(0, plan.lights.length)
      .flatMap((head) =>
        [1, -1].map((side) =>
          add(
            head.at,
            add(
              scale(head.across, (side * faceSizeMm(head.face)) / 2),
              scale(head.axis, -Math.min(60, faceSizeMm(head.face)))
            )
          )
        )
      ),
    ...plan.cards.map((card) => pointOf(card.at)),
    ...plan.places.map((p) => [p.xMm, p.yMm, p.zMm] as const),
    scene.pose.front
  ]
  if (plan.background.distanceMm < reach * 2.2) points.push(scene.background.at)
  if (scene.pose.sensorMm < reach * 2.5)
    points.push(scale(scene.pose.toCamera, scene.pose.sensorMm + 20))
  const flat = points.map((p) => flatten(view, p))
  const pad = reach * 0.2 + 22
  return {
    left: Math.min(...flat.map((p) => p[0])) - pad,
    right: Math.max(...flat.map((p) => p[0])) + pad,
    top: Math.min(...flat.map((p) => p[1])) - pad,
    bottom: Math.max(...flat.map((p) => p[1])) + pad
  }
}

const SNAP_DEG = 15
/** Azimuth and elevation drawn to a useful angle (each 15°) when within `withinDeg` of one. */
export function snapped(p: Vec, withinDeg: number): Vec {
  const spot = positionOf(p)
  const pull = (deg: number) =>
    Math.abs(deg - Math.round(deg / SNAP_DEG) * SNAP_DEG) <= withinDeg
      ? Math.round(deg / SNAP_DEG) * SNAP_DEG
      : deg
  return pointOf({
    distanceMm: spot.distanceMm,
    azimuthDeg: pull(spot.azimuthDeg),
    elevationDeg: pull(spot.elevationDeg)
  })
}
