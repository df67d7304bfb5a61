/** The water on a ray from the lens, spot by spot, as a head lights it. */
import { throughMedium, type Water } from '../medium/water'
import type { Light, Plan } from '../plan/plan'
import { beamSpan } from '../set/beamReach'
import { gather, headGlance, newGathered } from '../set/gather'
import type { Scene } from '../set/scene'
import { add, distance, dot, scale, sub, type Vec } from '../set/vec'
import { lightWaterStops } from './sourceColours'

/** A spot of the water on a ray from the lens. */
export interface Spot {
  /** what arrives there and comes back to the port, by a surface of reflectance 1 */
  readonly light: number
  /** cosine of the angle it is turned by on its way to the lens */
  readonly cosine: number
  /** how much of the ray it stands for, mm */
  readonly stepMm: number
  /** from the pupil, along the lens axis; from the port, along the ray */
  readonly depthMm: number
  readonly fromPortMm: number
  /** from the head to there and on to the port, mm */
  readonly wayMm: number
}

/** Ways a light is worked out at, m; between them straight in stops. */
const STEP_M = 0.2

/** What water leaves of a light's luminance after a way: a table that grows as ways are asked for. */
export function keptBy(plan: Plan, medium: Water, light: Light): (wayM: number) => number {
  const known: number[] = []
  const stopsAt = (k: number): number =>
    (known[k] ??= lightWaterStops(plan, light, throughMedium(medium, k * STEP_M)))
  return (wayM) => {
    const at = wayM / STEP_M
    const low = Math.floor(at)
    const [near, far] = [stopsAt(low), stopsAt(low + 1)]
    return 2 ** (near + (at - low) * (far - near))
  }
}

export interface Ray {
  /** unit */
  readonly way: Vec
  /** from the pupil, mm */
  readonly end: number
  readonly steps: number
  /** each spot by all of the head’s face, not by a glance at it */
  readonly closely: boolean
}

const found = newGathered()

/**
 * Goes along a ray from the pupil: finest where it passes the head nearest.
 * @param i index of the head
 * @param visit told of every lit spot
 */
export function alongRay(
  { pose, heads, standing }: Pick<Scene, 'pose' | 'heads' | 'standing'>,
  i: number,
  kept: (wayM: number) => number,
  { way, end, steps, closely }: Ray,
  visit: (spot: Spot) => void
): void {
  const head = heads[i]!
  const ahead = -dot(way, pose.toCamera)
  const least = (pose.pupilMm - pose.frontMm) / ahead
  const spans = head.emitters.map((emitter) => beamSpan(emitter, pose.pupil, way))
  const from = Math.max(least, Math.min(...spans.map(([first]) => first)))
  const to = Math.min(end, Math.max(...spans.map(([, last]) => last)))
  if (!(to > from)) return
  // Steps of the angle at the head.
  const nearest = dot(sub(head.at, pose.pupil), way)
  const off = Math.max(1, distance(head.at, add(pose.pupil, scale(way, nearest))))
  const first = Math.atan((from - nearest) / off)
  const angle = (Math.atan((to - nearest) / off) - first) / steps
  for (let s = 0; s < steps; s++) {
    const tan = Math.tan(first + (s + 0.5) * angle)
    const t = nearest + off * tan
    const at = add(pose.pupil, scale(way, t))
    if (closely) gather(head, standing, at, null, -1, found)
    else found.direct = headGlance(head, standing, at, null, -1)
    if (!(found.direct > 0)) continue
    const outMm = distance(head.at, at)
    const wayMm = outMm + t - least
    visit({
      wayMm,
      light: found.direct * kept(wayMm / 1000),
      cosine: dot(sub(head.at, at), way) / outMm,
      stepMm: off * (1 + tan * tan) * angle,
      depthMm: t * ahead,
      fromPortMm: t - least
    })
  }
}
