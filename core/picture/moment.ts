/**
 * When within an exposure the light of a source falls, and where a moving subject is by then. The
 * camera's signal is moment 0, a flash starts as much later as its link is late; ambient falls from
 * then until the shutter closes (front-curtain sync).
 */
import { pulseOf } from '../light/strobe'
import { placedSources, type Plan } from '../plan/plan'
import { delaySeconds } from '../plan/firing'
import { usesHighSpeedSync } from '../plan/sync'
import { secondsAt } from '../scales/marks'
import type { CameraPose } from '../set/camera'
import { AMBIENT_SOURCES, sourcesOf } from './film'

/**
 * A moment of a source's light, as often drawn as it gives light then: an exponential that decays,
 * ended where the head or the shutter ends it, for a flash; any moment alike for ambient and
 * high-speed sync. Source: RC discharge model, as core/light/pulse.ts.
 * @param draw 0 to 1
 * @returns seconds
 */
export function momentOf(plan: Plan, source: number, draw: number): number {
  const shutterS = secondsAt(plan.settings.shutterStops)
  const light = plan.lights[source - AMBIENT_SOURCES]
  if (!light || usesHighSpeedSync(plan, light)) return draw * shutterS
  const { tauS, endS } = pulseOf(light.powerStops, light.strobe)
  const end = Math.min(endS, shutterS)
  return delaySeconds(plan.lights, light) - tauS * Math.log1p(draw * Math.expm1(-end / tauS))
}

/** Nearly all of a source's light has fallen by then. */
const NEARLY_ALL = 0.95

/**
 * Sources by the moments their light falls: together those within which a subject moves less than is
 * seen, each other by itself.
 * @param leastMm movement that is seen, in the set
 */
export function momentGroups(plan: Plan, leastMm: number): number[][] {
  const { speedMmS } = plan.subject
  const heads = plan.lights.length + placedSources(plan.ambient.sources).length
  const sources = Array.from({ length: sourcesOf(heads) }, (_, source) => source)
  const isFlash = (source: number): boolean =>
    source >= AMBIENT_SOURCES && source < AMBIENT_SOURCES + plan.lights.length
  const moves = (source: number): boolean =>
    speedMmS * momentOf(plan, source, NEARLY_ALL) >= leastMm
  const groups = [
    sources.filter((source) => !moves(source)),
    // Ambient falls at the same moments wherever it comes from.
    sources.filter((source) => !isFlash(source) && moves(source)),
    ...sources.filter((source) => isFlash(source) && moves(source)).map((source) => [source])
  ]
  return groups.filter((group) => group.length > 0)
}

/** Widths of a whole picture in which a movement is seen. */
const SEEN = 1 / 900
/**
 * Movement that a whole picture shows, mm in the set.
 * @returns of its width in the plane of focus, a pixel of a large one
 */
export const seenMovementMm = ({ camera, focus }: Pick<Plan, 'camera' | 'focus'>): number =>
  (SEEN * camera.sensorWidthMm) / focus.crop / focus.magnification

/** The groups of a whole picture; one where nothing is seen to move. Clear things are drawn at rest. */
export const groupsOfWhole = (plan: Plan): number[][] =>
  momentGroups(plan, plan.subject.finish === 'clear' ? Infinity : seenMovementMm(plan))

/**
 * How far the subject has moved, mm in the set.
 * @param way [3] filled
 */
export function movedBy(
  { subject }: Plan,
  { right, toCamera }: CameraPose,
  seconds: number,
  way: Float64Array
): void {
  const angle = (subject.directionDeg * Math.PI) / 180
  const far = subject.speedMmS * seconds
  for (let k = 0; k < 3; k++)
    way[k] = far * (Math.cos(angle) * right[k]! + Math.sin(angle) * toCamera[k]!)
}
