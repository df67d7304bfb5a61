/** The water on a ray from the lens, spot by spot, as a head lights it. */
import { throughMedium, type Water } from '../medium/water'
import type { Light, Plan } from '../plan/plan'
import { beamSpan } from '../set/beamReach'
import { gather, headGlance, newGathered } from '../set/gather'
import type { Head } from '../set/heads'
import type { Scene } from '../set/scene'
import type { Surfaces } from '../set/surface'
import { add, distance, dot, length2, scale, sub, type Vec } from '../set/vec'
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

/** The part of a ray from the pupil that a head may light, by the angle it is seen under from there. */
export interface LitPart {
  readonly head: Head
  readonly surfaces: Surfaces
  readonly pupil: Vec
  /** unit */
  readonly way: Vec
  /** cosine of the ray to the lens axis */
  readonly ahead: number
  /** from the pupil to the port, mm */
  readonly portMm: number
  /** from the pupil to where the ray passes the head, and how far off that angles are taken, mm */
  readonly nearestMm: number
  readonly offMm: number
  /** its first angle, and how wide it is, radians */
  readonly first: number
  readonly wide: number
}

/** Light hardly rises any more so near to a head, against its radius. */
const CLOSE = 0.5

/**
 * @param i index of the head
 * @param way unit, from the pupil
 * @param endMm from the pupil
 * @returns null where the head lights none of it
 */
export function litPart(
  { pose, heads, standing }: Pick<Scene, 'pose' | 'heads' | 'standing'>,
  i: number,
  way: Vec,
  endMm: number
): LitPart | null {
  const head = heads[i]!
  const { pupil } = pose
  const ahead = -dot(way, pose.toCamera)
  const portMm = (pose.pupilMm - pose.frontMm) / ahead
  const spans = head.emitters.map((emitter) => beamSpan(emitter, pupil, way))
  const from = Math.max(portMm, Math.min(...spans.map(([first]) => first)))
  const to = Math.min(endMm, Math.max(...spans.map(([, last]) => last)))
  if (!(to > from)) return null
  const nearestMm = dot(sub(head.at, pupil), way)
  const passesMm = distance(head.at, add(pupil, scale(way, nearestMm)))
  const offMm = Math.max(1, length2(passesMm, CLOSE * head.radiusMm))
  const first = Math.atan((from - nearestMm) / offMm)
  const wide = Math.atan((to - nearestMm) / offMm) - first
  return { head, surfaces: standing, pupil, way, ahead, portMm, nearestMm, offMm, first, wide }
}

const found = newGathered()

/**
 * @param where along the lit part, 0 to 1
 * @param share of the part that the spot stands for
 * @param kept keptBy
 * @param look by all of the head’s face, or by a glance at the spots of one half of it
 * @returns null where it is dark
 */
export function spotAt(
  lit: LitPart,
  where: number,
  share: number,
  kept: (wayM: number) => number,
  look: 'closely' | 0 | 1
): Spot | null {
  const { head, surfaces, pupil, way, portMm, offMm } = lit
  const tan = Math.tan(lit.first + where * lit.wide)
  const t = lit.nearestMm + offMm * tan
  const at = add(pupil, scale(way, t))
  if (look === 'closely') gather(head, surfaces, at, null, -1, found)
  else found.direct = headGlance(head, surfaces, at, null, -1, look)
  if (!(found.direct > 0)) return null
  const outMm = distance(head.at, at)
  const wayMm = outMm + t - portMm
  return {
    wayMm,
    light: found.direct * kept(wayMm / 1000),
    cosine: dot(sub(head.at, at), way) / outMm,
    stepMm: offMm * (1 + tan * tan) * lit.wide * share,
    depthMm: t * lit.ahead,
    fromPortMm: t - portMm
  }
}

/**
 * Goes closely along the lit part of a ray, in even steps of the angle.
 * @param visit told of every lit spot
 */
export function alongRay(
  lit: LitPart | null,
  kept: (wayM: number) => number,
  steps: number,
  visit: (spot: Spot) => void
): void {
  if (!lit) return
  for (let s = 0; s < steps; s++) {
    const spot = spotAt(lit, (s + 0.5) / steps, 1 / steps, kept, 'closely')
    if (spot) visit(spot)
  }
}
