/**
 * How much of each head's light arrives at each place, straight and by one bounce, whatever its
 * power: a head with a guide number of 1 m at full power gives 1 at one metre on its axis. Straight
 * light: gather.ts. Source: one diffuse bounce with disc-corrected patches, E = ρ·E₁·cos·cos·A/(πd²
 * + A).
 */
import type { Plan } from '../plan/plan'
import { gather, newGathered } from './gather'
import { faceSizeMm, type Head } from './heads'
import { sameLight } from './same'
import { FINEST, levelFor, samplesOf } from './samples'
import { headsOf, sceneOf, type Scene } from './scene'
import type { Vec } from './vec'

export interface Transport {
  readonly scene: Scene
  /** [light × place] light straight from the face, with what stands in the way; relative */
  readonly direct: Float64Array
  /** [light × place] the same with nothing in the way */
  readonly open: Float64Array
  /** [light × place] by one bounce, all reflectors together */
  readonly bounce: Float64Array
  /** [light × place × reflector] the shares of that bounce */
  readonly bounceBy: Float64Array
}

const distanceTo = (head: Head, at: Vec): number =>
  Math.hypot(head.at[0] - at[0], head.at[1] - at[1], head.at[2] - at[2])

/**
 * Share of a patch's returned light that reaches each place: [place × patch], what stands in the
 * way counted.
 */
function couplings({ places, reflectors, surfaces }: Scene): Float64Array {
  const { patches } = reflectors
  const { blocked } = surfaces
  const out = new Float64Array(places.length * patches.length)
  for (let j = 0; j < places.length; j++) {
    const { at, normal } = places[j]!
    for (let k = 0; k < patches.length; k++) {
      const patch = patches[k]!
      const dx = patch.at[0] - at[0]
      const dy = patch.at[1] - at[1]
      const dz = patch.at[2] - at[2]
      const d2 = dx * dx + dy * dy + dz * dz
      const d = Math.sqrt(d2)
      if (d < 1e-6) continue
      const cosIn = normal === null ? 1 : (dx * normal[0] + dy * normal[1] + dz * normal[2]) / d
      const cosOut = -(dx * patch.normal[0] + dy * patch.normal[1] + dz * patch.normal[2]) / d
      if (
        cosIn <= 0 ||
        cosOut <= 0 ||
        blocked(at[0], at[1], at[2], patch.at[0], patch.at[1], patch.at[2])
      )
        continue
      out[j * patches.length + k] =
        (patch.reflectance * cosIn * cosOut * patch.areaMm2) / (Math.PI * d2 + patch.areaMm2)
    }
  }
  return out
}

/** A set worked out, with the plan it belongs to. */
export interface Known {
  plan: Plan
  readonly transport: Transport
  /** see couplings */
  readonly coupled: Float64Array
}

/**
 * How light travels in a set.
 * @param near a set of which only lights other than the key differ: what has not moved is taken
 *   from there
 */
export function workOut(plan: Plan, near: Known | null): Known {
  const scene: Scene = near
    ? {
        ...near.transport.scene,
        heads: headsOf(plan, near.transport.scene.pose, near.transport.scene.places)
      }
    : sceneOf(plan)
  const { places, heads, reflectors } = scene
  const { blocked } = scene.surfaces
  const found = newGathered()
  const { patches, names } = reflectors
  const P = places.length
  const direct = new Float64Array(heads.length * P)
  const open = new Float64Array(heads.length * P)
  const bounce = new Float64Array(heads.length * P)
  const bounceBy = new Float64Array(heads.length * P * names.length)
  const coupled = near?.coupled ?? couplings(scene)
  const counts = patches.map((_, k) =>
    places.some((_place, j) => coupled[j * patches.length + k]! > 1e-8)
  )
  heads.forEach((head, i) => {
    if (near && i < near.plan.lights.length && sameLight(plan.lights[i]!, near.plan.lights[i]!)) {
      const take = (to: Float64Array, from: Float64Array, width: number) =>
        to.set(from.subarray(i * width, (i + 1) * width), i * width)
      take(direct, near.transport.direct, P)
      take(open, near.transport.open, P)
      take(bounce, near.transport.bounce, P)
      take(bounceBy, near.transport.bounceBy, P * names.length)
      return
    }
    const samples: (Float64Array | undefined)[] = []
    const size = faceSizeMm(head.face)
    const at = (level: number) => (samples[level] ??= samplesOf(head, level))
    for (let j = 0; j < P; j++) {
      const place = places[j]!
      gather(
        head,
        at(levelFor(head, distanceTo(head, place.at))),
        place.at,
        place.normal,
        blocked,
        found
      )
      if (found.mixed) gather(head, at(FINEST), place.at, place.normal, blocked, found)
      direct[i * P + j] = found.direct
      open[i * P + j] = found.open
    }
    for (let k = 0; k < patches.length; k++) {
      if (!counts[k]) continue
      const patch = patches[k]!
      gather(
        head,
        at(distanceTo(head, patch.at) > 3 * size ? 0 : 1),
        patch.at,
        patch.normal,
        blocked,
        found
      )
      if (found.direct === 0) continue
      for (let j = 0; j < P; j++) {
        const share = found.direct * coupled[j * patches.length + k]!
        bounce[i * P + j]! += share
        bounceBy[(i * P + j) * names.length + patch.of]! += share
      }
    }
  })
  return { plan, transport: { scene, direct, open, bounce, bounceBy }, coupled }
}

/** All of it anew. */
export const computeTransport = (plan: Plan): Transport => workOut(plan, null).transport
