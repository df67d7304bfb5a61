/**
 * How much of each head's light arrives at each place, straight and by every bounce, whatever its
 * power: a head with a guide number of 1 m at full power gives 1 at one metre on its axis. Straight
 * light: gather.ts; bounces: exchange.ts.
 */
import type { Plan } from '../plan/plan'
import { couplingsOf, type Coupling } from './couplings'
import type { Head } from './heads'
import { lightOnPatch } from './patchLight'
import type { Patch } from './patches'
import { sceneOf, type Scene } from './scene'
import { stageOf, type Stage } from './stage'
import { straightLight, type Straight } from './straight'
import type { Surfaces } from './surface'
import { unmovedSince, type Unmoved } from './unmoved'

/** Light that comes by surfaces that throw it back. */
export interface Bounces {
  /** names of what throws light back */
  readonly reflectors: readonly string[]
  /** [light × place] by all bounces, all reflectors together */
  readonly bounce: Float64Array
  /** [light × place] what of that bounced more than once */
  readonly later: Float64Array
  /** [light × place] how far all that bounced has come, mm, the mean; 0 where none does */
  readonly bounceWayMm: Float64Array
  /** [light × place × reflector] its parts, by the reflector it left last */
  readonly bounceBy: Float64Array
}
export type Transport = Straight & Bounces

/** What one head throws on the patches of a stage. */
interface Lamp {
  /** straight, on each patch and piece of one; filled as it is asked for */
  readonly straight: Map<Patch, number>
  /** by bounces, on each patch */
  readonly bounced: Float64Array
}

/** What light by bounces was worked out from. */
interface Worked {
  readonly stage: Stage
  readonly couplings: readonly (readonly Coupling[])[]
  readonly lamps: readonly Lamp[]
}

/** A set worked out, with the plan it belongs to. */
export interface Known {
  readonly plan: Plan
  readonly transport: Transport
  readonly worked: Worked
}

function lampOf(head: Head, fixed: Surfaces, { reflectors, bounced }: Stage): Lamp {
  const straight = new Map<Patch, number>()
  const falls = Float64Array.from(reflectors.patches, (patch) =>
    lightOnPatch(head, fixed, patch, straight)
  )
  const all = bounced(falls)
  return { straight, bounced: all.map((value, k) => value - falls[k]!) }
}

/** @param count of lights times places */
export const noBounces = (reflectors: readonly string[], count: number): Bounces => ({
  reflectors,
  bounce: new Float64Array(count),
  later: new Float64Array(count),
  bounceWayMm: new Float64Array(count),
  bounceBy: new Float64Array(count * reflectors.length)
})

/**
 * Takes the bounces of one light at one place from those of another set.
 * @param to,from light × place in either, the reflectors being the same
 */
export function takeBounces(into: Bounces, to: number, other: Bounces, from: number): void {
  const R = into.reflectors.length
  into.bounce[to] = other.bounce[from]!
  into.later[to] = other.later[from]!
  into.bounceWayMm[to] = other.bounceWayMm[from]!
  for (let r = 0; r < R; r++) into.bounceBy[to * R + r] = other.bounceBy[from * R + r]!
}

/** What a head gives a place by bounces. */
function addBounces(
  into: Bounces,
  to: number,
  head: Head,
  lamp: Lamp,
  couplings: readonly Coupling[],
  lightOn: (piece: Patch) => number,
  reflectorOf: (patch: number) => number
): void {
  const R = into.reflectors.length
  let ways = 0
  for (const { piece, patch, share, wayMm } of couplings) {
    const later = lamp.bounced[patch]! * share
    const first = lightOn(piece) * share
    into.bounce[to]! += first + later
    into.later[to]! += later
    into.bounceBy[to * R + reflectorOf(patch)]! += first + later
    const dx = head.at[0] - piece.at[0]
    const dy = head.at[1] - piece.at[1]
    const dz = head.at[2] - piece.at[2]
    const out = Math.sqrt(dx * dx + dy * dy + dz * dz)
    // What bounced again came by one more leg, taken for as long as the last.
    ways += first * (out + wayMm) + later * (out + 2 * wayMm)
  }
  if (into.bounce[to]! > 0) into.bounceWayMm[to] = ways / into.bounce[to]!
}

function bouncesOf(
  scene: Scene,
  stage: Stage,
  before: { readonly known: Known; readonly unmoved: Unmoved } | null
): Bounces & { readonly worked: Worked } {
  const { heads, places, placesOn, fixed } = scene
  const { names, patches } = stage.reflectors
  const P = places.length
  const was = before?.known.transport
  const stride = was?.scene.places.length ?? 0
  const found = noBounces(names, heads.length * P)
  const couplings = places.map((place, j) =>
    place.seen
      ? []
      : before?.unmoved.places[j]
        ? before.known.worked.couplings[j]!
        : couplingsOf(place, placesOn[j]!, stage.reflectors, fixed)
  )
  const lamps = heads.map((head, i) => {
    const kept = before?.unmoved.lights[i] ? before.known.worked.lamps[i]! : null
    const lamp = kept ?? lampOf(head, fixed, stage)
    const lightOn = (piece: Patch): number => lightOnPatch(head, fixed, piece, lamp.straight)
    for (let j = 0; j < P; j++)
      if (kept && before!.unmoved.places[j] && !places[j]!.seen)
        takeBounces(found, i * P + j, was!, i * stride + j)
      else addBounces(found, i * P + j, head, lamp, couplings[j]!, lightOn, (k) => patches[k]!.of)
    return lamp
  })
  return { ...found, worked: { stage, couplings, lamps } }
}

/**
 * How light travels in a set.
 * @param near another set: what has not moved is taken from there
 */
export function workOut(plan: Plan, near: Known | null): Known {
  const scene = sceneOf(plan)
  const stage = stageOf(plan, scene, near?.worked.stage ?? null)
  const unmoved =
    near?.worked.stage === stage
      ? unmovedSince({ plan: near.plan, scene: near.transport.scene }, plan, scene)
      : null
  const before = near && unmoved ? { known: near, straight: near.transport, unmoved } : null
  const { worked, ...bounces } = bouncesOf(scene, stage, before)
  return { plan, transport: { ...straightLight(plan, scene, before), ...bounces }, worked }
}

/** All of it anew. */
export const computeTransport = (plan: Plan): Transport => workOut(plan, null).transport
