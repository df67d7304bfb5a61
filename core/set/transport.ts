/**
 * How much of each head's light arrives at each place, straight and by every bounce, whatever its
 * power: a head with a guide number of 1 m at full power gives 1 at one metre on its axis. Straight
 * light: gather.ts; bounces: exchange.ts.
 */
import type { Plan } from '../plan/plan'
import { putBall } from './between'
import { couplingsOf, type Coupling } from './couplings'
import { gather, newGathered } from './gather'
import type { Head } from './heads'
import { lightOnPatch } from './patchLight'
import type { Patch } from './patches'
import type { PlacePoint } from './places'
import { sameLight, sameSurface } from './same'
import { sceneOf, type Scene } from './scene'
import { stageOf, type Stage } from './stage'
import { surfacesOf, type Surface, type Surfaces } from './surface'
import { sameVec } from './vec'

export interface Transport {
  readonly scene: Scene
  /** names of what throws light back */
  readonly reflectors: readonly string[]
  /** [light × place] light straight from the face, with what stands in the way; relative */
  readonly direct: Float64Array
  /** [light × place] the same with nothing in the way */
  readonly open: Float64Array
  /** [light × place] by all bounces, all reflectors together */
  readonly bounce: Float64Array
  /** [light × place] what of that bounced more than once */
  readonly later: Float64Array
  /** [light × place × reflector] its parts, by the reflector it left last */
  readonly bounceBy: Float64Array
}

/** What one head throws on the patches of a stage. */
interface Lamp {
  readonly head: Head
  /** straight, on each patch and piece of one; filled as it is asked for */
  readonly straight: Map<Patch, number>
  /** by bounces, on each patch */
  readonly bounced: Float64Array
}

/**
 * Whether heads that moved, or went, or came, may change the straight light of a head at a place.
 */
type Disturbs = (head: Head, place: PlacePoint) => boolean
const spare = new Int32Array(64)
const balls = new Float64Array(8)
function disturbedBy(before: Scene, now: Scene): Disturbs {
  const has = (list: readonly Surface[], one: Surface): boolean =>
    list.some((each) => sameSurface(each, one))
  const moved = [
    ...before.headBodies.filter((each) => !has(now.headBodies, each)),
    ...now.headBodies.filter((each) => !has(before.headBodies, each))
  ]
  if (moved.length === 0) return () => false
  const { between } = surfacesOf(moved)
  return (head, { at }) => {
    putBall(balls, 0, at, 0)
    putBall(balls, 1, head.at, reachMm(head))
    return between(balls, -1, spare) > 0
  }
}
const sameBodies = (a: readonly Surface[], b: readonly Surface[]): boolean =>
  a.length === b.length && a.every((each, i) => sameSurface(each, b[i]!))

/** A ball round all a head's light comes from, with the tube behind its front; mm. */
const reachMm = ({ radiusMm, emitters }: Head): number =>
  radiusMm + (emitters[0].tube?.lengthMm ?? 0)

/** A set worked out, with the plan it belongs to. */
export interface Known {
  plan: Plan
  readonly stage: Stage
  readonly transport: Transport
  readonly couplings: readonly (readonly Coupling[])[]
  readonly lamps: readonly Lamp[]
}

const samePlace = (a: PlacePoint | undefined, b: PlacePoint): boolean =>
  a !== undefined && a.on === b.on && sameVec(a.at, b.at) && sameVec(a.normal, b.normal)

function lampOf(head: Head, fixed: Surfaces, { reflectors, bounced }: Stage): Lamp {
  const straight = new Map<Patch, number>()
  const falls = Float64Array.from(reflectors.patches, (patch) =>
    lightOnPatch(head, fixed, patch, straight)
  )
  const all = bounced(falls)
  return { head, straight, bounced: all.map((value, k) => value - falls[k]!) }
}

/**
 * How light travels in a set.
 * @param near another set: what has not moved is taken from there
 */
export function workOut(plan: Plan, near: Known | null): Known {
  const scene = sceneOf(plan)
  const stage = stageOf(plan, scene, near?.stage ?? null)
  const same =
    near?.stage === stage && sameBodies(near.transport.scene.cameraBodies, scene.cameraBodies)
      ? near
      : null
  const { fixed, standing } = scene
  const disturbed = same ? disturbedBy(same.transport.scene, scene) : () => true
  const { names, patches } = stage.reflectors
  const { places, placesOn, heads } = scene
  const [P, R] = [places.length, names.length]
  const transport: Transport = {
    scene,
    reflectors: names,
    direct: new Float64Array(heads.length * P),
    open: new Float64Array(heads.length * P),
    bounce: new Float64Array(heads.length * P),
    later: new Float64Array(heads.length * P),
    bounceBy: new Float64Array(heads.length * P * R)
  }
  // Where a place stood before under the same index, and a light.
  const placeKept = places.map((place, j) => samePlace(same?.transport.scene.places[j], place))
  const couplings = places.map((place, j) =>
    placeKept[j] ? same!.couplings[j]! : couplingsOf(place, placesOn[j]!, stage.reflectors, fixed)
  )
  const found = newGathered()
  const lamps = heads.map((head, i) => {
    const old = same?.lamps[i]
    const kept =
      old !== undefined &&
      sameLight(plan.lights[i]!, same!.plan.lights[i]!) &&
      sameVec(head.at, old.head.at) &&
      sameVec(head.axis, old.head.axis)
    const lamp = kept ? old : lampOf(head, fixed, stage)
    const before = kept ? same!.transport : null
    const stride = same?.transport.scene.places.length ?? 0
    for (let j = 0; j < P; j++) {
      const to = i * P + j
      if (before && placeKept[j] && !disturbed(head, places[j]!)) {
        const from = i * stride + j
        for (const part of ['direct', 'open', 'bounce', 'later'] as const)
          transport[part][to] = before[part][from]!
        for (let r = 0; r < R; r++) transport.bounceBy[to * R + r] = before.bounceBy[from * R + r]!
        continue
      }
      gather(head, standing, places[j]!.at, places[j]!.normal, placesOn[j]!, found)
      transport.direct[to] = found.direct
      transport.open[to] = found.open
      for (const { piece, patch, share } of couplings[j]!) {
        const later = lamp.bounced[patch]! * share
        const first = lightOnPatch(head, fixed, piece, lamp.straight) * share
        transport.bounce[to]! += first + later
        transport.later[to]! += later
        transport.bounceBy[to * R + patches[patch]!.of]! += first + later
      }
    }
    return lamp
  })
  return { plan, stage, transport, couplings, lamps }
}

/** All of it anew. */
export const computeTransport = (plan: Plan): Transport => workOut(plan, null).transport
