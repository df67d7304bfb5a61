/** Vapour in the set: by how much the angle of a light counts at a place in it. */
import { phaseGain } from '../light/scatter'
import type { Plan } from '../plan/plan'
import type { Emitter } from './emitter'
import type { Scene } from './scene'
import { sub, unit, dot, add, scale, type Vec } from './vec'

interface Spot {
  readonly at: Vec
  readonly weight: number
}
const AROUND = 6
/**
 * Spots of a lit face and what share of it each stands for. Sources: Gauss's rule of three points
 * each way on a rectangle; seven points on a disc (Abramowitz and Stegun 25.4.61, from memory).
 */
function spotsOf({ face, at, across, upward }: Emitter): Spot[] {
  const spot = (u: number, v: number, weight: number): Spot => ({
    at: add(at, add(scale(across, u), scale(upward, v))),
    weight
  })
  if (face.kind === 'rectangle') {
    const along = [
      [-Math.sqrt(0.15), 5 / 18],
      [0, 8 / 18],
      [Math.sqrt(0.15), 5 / 18]
    ] as const
    return along.flatMap(([u, a]) =>
      along.map(([v, b]) => spot(u * face.widthMm, v * face.heightMm, a * b))
    )
  }
  const outer = (face.kind === 'disc' ? face.diameterMm : face.outerMm) / 2
  const inner = face.kind === 'disc' ? 0 : face.innerMm / 2
  const radius =
    face.kind === 'disc' ? outer * Math.sqrt(2 / 3) : Math.sqrt((outer ** 2 + inner ** 2) / 2)
  const middle = face.kind === 'disc' ? [spot(0, 0, 1 / 4)] : []
  const rest = (1 - middle.length / 4) / AROUND
  return [
    ...middle,
    ...Array.from({ length: AROUND }, (_, k) => {
      const angle = (2 * Math.PI * k) / AROUND
      return spot(radius * Math.cos(angle), radius * Math.sin(angle), rest)
    })
  ]
}

/** Whether a place lies in vapour. */
export const isInVapour = ({ subject }: Pick<Plan, 'subject'>, on: string): boolean =>
  subject.shape === 'plume' && on === 'subject'

/**
 * By how much vapour sends a light's straight rays to the lens more (or less) than if it scattered
 * alike to all sides, over the light's face.
 * @param i index of the light
 * @param j of the place in the scene
 * @returns 1 where the place lies in no vapour
 */
export function vapourGain(plan: Plan, scene: Scene, i: number, j: number): number {
  const place = scene.places[j]!
  if (!isInVapour(plan, place.on)) return 1
  const { asymmetry } = plan.subject.vapour
  if (asymmetry === 0) return 1
  const out = unit(sub(scene.pose.pupil, place.at))
  let [sum, all] = [0, 0]
  for (const emitter of scene.heads[i]!.emitters)
    for (const { at, weight } of spotsOf(emitter)) {
      const way = sub(place.at, at)
      const far = Math.hypot(...way)
      // What the spot gives: by its tilt and its distance.
      const gives =
        (emitter.share * weight * Math.max(1e-6, dot(emitter.axis, way) / far)) / far ** 2
      sum += gives * phaseGain(dot(unit(way), out), asymmetry)
      all += gives
    }
  return sum / all
}
