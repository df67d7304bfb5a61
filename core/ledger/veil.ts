/**
 * What the water before a place sends to the lens of a light: a veil over what is there. Source:
 * single scattering along the ray, ∫ E·b·p(θ)·e^(−c·way) dx, against a card's E·ρ/π.
 */
import { GREY } from '../light/luminance'
import type { Spectrum } from '../colour/bands'
import type { Medium, Water } from '../medium/water'
import type { Plan } from '../plan/plan'
import { readPlaceOf } from '../plan/readPlace'
import type { PlacePoint } from '../set/places'
import type { Scene } from '../set/scene'
import type { Transport } from '../set/transport'
import { unmovedSince, type Unmoved } from '../set/unmoved'
import { add, distance, sameVec, scale, sub } from '../set/vec'
import { lightSpectrum } from './sourceColours'
import { veilAlong } from './veilAlong'
import { keptBy, litPart } from './waterRay'

/** A ray is looked at in so many balls for what has moved before it. */
const PARTS = 6

export interface Veil {
  /**
   * on the scale light falls on a grey card there: 1 is as bright as a grey card one metre before a
   * head of guide number 1
   */
  readonly light: number
  /** how far its light has come through the water, the mean, m */
  readonly wayM: number
}
const NONE: Veil = { light: 0, wayM: 0 }

/** What is known of a light's veils in a set. */
interface Known {
  readonly medium: Medium
  readonly light: Spectrum
  readonly kept: (wayM: number) => number
  /** by place */
  readonly veils: (Veil | undefined)[]
}
/** What is known of a set, by light; and of the one before, with what has not moved since. */
interface InSet {
  readonly plan: Plan
  readonly transport: Transport
  readonly lights: (Known | undefined)[]
  readonly before: { readonly lights: InSet['lights']; readonly unmoved: Unmoved } | null
}
const known = new WeakMap<Transport, InSet>()
let last: InSet | null = null

function inSet(plan: Plan, transport: Transport): InSet {
  const found = known.get(transport)
  if (found) return found
  const { scene } = transport
  const was = last?.transport.scene
  const unmoved =
    last &&
    was &&
    sameVec(was.pose.pupil, scene.pose.pupil) &&
    was.pose.frontMm === scene.pose.frontMm
      ? unmovedSince({ plan: last.plan, scene: was }, plan, scene)
      : null
  last = {
    plan,
    transport,
    lights: [],
    before: last && unmoved && { lights: last.lights, unmoved }
  }
  known.set(transport, last)
  return last
}

/** What is known of a light's veils: they go when the water or the lamp is another. */
function knownOf(plan: Plan, medium: Water, transport: Transport, i: number): Known {
  const { lights, before } = inSet(plan, transport)
  const light = lightSpectrum(plan, plan.lights[i]!)
  const same = (each: Known | undefined): each is Known =>
    each?.medium === medium && each.light === light
  const own = lights[i]
  if (same(own)) return own
  const old = before?.lights[i]
  return (lights[i] = same(old)
    ? {
        ...old,
        veils: transport.scene.places.map((_, j) =>
          stillOver(transport.scene, before!.unmoved, i, j) ? old.veils[j] : undefined
        )
      }
    : { medium, light, kept: keptBy(plan, medium, plan.lights[i]!), veils: [] })
}

/** Whether a light lights the water before a place as it did. */
function stillOver({ pose, places }: Scene, unmoved: Unmoved, i: number, j: number): boolean {
  if (!unmoved.places[j]) return false
  const { at } = places[j]!
  const part = scale(sub(at, pose.pupil), 1 / PARTS)
  const radiusMm = distance(at, pose.pupil) / PARTS / 2
  for (let k = 0; k < PARTS; k++)
    if (!unmoved.waysTo(i, add(pose.pupil, scale(part, k + 0.5)), radiusMm)) return false
  return true
}

/** Whether a veil is seen over a place: not where it is a place on the lens itself, or seen by way of
 * something else. */
const veiled = ({ id, seen }: PlacePoint): boolean => id !== 'lens' && !seen

/**
 * The veil of a light over a place.
 * @param i index of the light
 * @param j of the place in the transport
 * @returns none in air, and where nothing scatters
 */
export function veilAt(plan: Plan, transport: Transport, i: number, j: number): Veil {
  const { medium } = plan
  if (medium.kind === 'air' || medium.scatterPerM === 0) return NONE
  const { scene } = transport
  const place = scene.places[j]!
  if (!veiled(place)) return NONE
  const { veils, kept } = knownOf(plan, medium, transport, i)
  return (veils[j] ??= along(scene, i, place, kept, medium))
}

function along(
  scene: Scene,
  i: number,
  { at }: PlacePoint,
  kept: (wayM: number) => number,
  { scatterPerM }: Water
): Veil {
  const { pupil } = scene.pose
  const end = distance(pupil, at)
  const lit = litPart(scene, i, scale(sub(at, pupil), 1 / end), end)
  if (!lit) return NONE
  const { sent, wayMm } = veilAlong(lit, kept)
  return { light: (sent * (scatterPerM / 1000) * Math.PI) / GREY, wayM: wayMm / 1000 }
}

/** A veil alone makes a level only of what stands behind: elsewhere a light that misses is none. */
export const showsVeil = ({ id }: PlacePoint): boolean => readPlaceOf(id) === 'background'
