/**
 * How much of each head's light arrives at each place, straight and by one bounce, whatever its power: a head with a guide
 * number of 1 m at full power gives 1 at one metre on its axis. Summed over the face (near sources), with the cosines at
 * both ends, the beam, and what stands in the way.
 * Source: radiometry of extended sources (Lambert's cosine law, inverse square for each sample); one diffuse bounce with
 * disc-corrected patches, E = ρ·E₁·cos·cos·A/(πd² + A).
 */
import { surfaceStops } from '../ambient/ev'
import type { Light, Plan } from '../plan/plan'
import { poseOf, type CameraPose } from './camera'
import { cardNormal, faceSizeMm, headOf, type Head } from './heads'
import { blockedBy, type Blocked, type Occluder } from './occluders'
import {
  aimPoint,
  groundPlane,
  keyLight,
  placesOf,
  type GroundPlane,
  type PlacePoint
} from './places'
import { reflectorsOf, type Reflectors } from './reflectors'
import { FINEST, levelFor, samplesOf } from './samples'
import { basisOf, pointOf, type Vec } from './vec'

export interface Scene {
  readonly pose: CameraPose
  readonly places: readonly PlacePoint[]
  /** what the surface at each place adds against an 18 % card, stops */
  readonly surfaces: readonly number[]
  readonly heads: readonly Head[]
  readonly ground: GroundPlane
  readonly occluders: readonly Occluder[]
  readonly blocked: Blocked
  readonly reflectors: Reflectors
}
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

/** The subject's body; null for vapour. */
export const solidOf = (subject: Plan['subject']): Occluder | null => {
  const half: Vec = [subject.widthMm / 2, subject.heightMm / 2, subject.depthMm / 2]
  if (subject.shape === 'plume') return null
  if (subject.shape === 'sheet') {
    const turn = (subject.turnDeg * Math.PI) / 180
    return {
      id: 'subject',
      kind: 'rectangle',
      at: [0, 0, 0],
      normal: [Math.sin(turn), 0, Math.cos(turn)],
      across: [Math.cos(turn), 0, -Math.sin(turn)],
      upward: [0, 1, 0],
      halfAcross: half[0],
      halfUpward: half[1]
    }
  }
  return {
    id: 'subject',
    kind: subject.shape === 'vessel' ? 'cylinder' : subject.shape,
    turnDeg: subject.turnDeg,
    half
  }
}

const occludersOf = (
  plan: Plan,
  ground: GroundPlane,
  placeAt: (place: string) => Vec
): Occluder[] => {
  const list: Occluder[] = []
  // Clear things let light through; what they bend is not in the model.
  const subject = plan.subject.finish === 'clear' ? null : solidOf(plan.subject)
  if (subject) list.push(subject)
  for (const card of plan.cards) {
    if (!card.on) continue
    const normal = cardNormal(card, placeAt)
    list.push({
      id: card.id,
      kind: 'rectangle',
      at: pointOf(card.at),
      normal,
      ...basisOf(normal),
      halfAcross: card.widthMm / 2,
      halfUpward: card.heightMm / 2
    })
  }
  list.push({
    id: 'ground',
    kind: 'rectangle',
    ...ground,
    halfAcross: plan.ground.widthMm / 2,
    halfUpward: plan.ground.heightMm / 2
  })
  if (plan.table)
    list.push({
      id: 'table',
      kind: 'rectangle',
      at: [0, -plan.table.belowMm, 0],
      normal: [0, 1, 0],
      across: [1, 0, 0],
      upward: [0, 0, 1],
      halfAcross: plan.table.widthMm / 2,
      halfUpward: plan.table.depthMm / 2
    })
  return list
}

const headsOf = (plan: Plan, pose: CameraPose, places: readonly PlacePoint[]): Head[] =>
  plan.lights.map((light) => headOf(light, pose, aimPoint(places)))

export const sceneOf = (plan: Plan): Scene => {
  const pose = poseOf(plan)
  const places = placesOf(plan, pose)
  const placeAt = aimPoint(places)
  const ground = groundPlane(plan, pose)
  const occluders = occludersOf(plan, ground, placeAt)
  return {
    pose,
    places,
    ground,
    occluders,
    blocked: blockedBy(occluders),
    surfaces: places.map((place) => surfaceStops(place.reflectance)),
    heads: headsOf(plan, pose, places),
    reflectors: reflectorsOf(plan, ground, placeAt)
  }
}

/** What `gather` last found: straight light with and without what stands in the way, and whether a step runs across the face. */
const found = { direct: 0, open: 0, mixed: false }

/**
 * Light of one head at one point.
 * @param samples x, y, z, weight of each sample; @param normal null: from every side alike
 */
const gather = (
  head: Head,
  samples: Float64Array,
  at: Vec,
  normal: Vec | null,
  blocked: Blocked
): void => {
  const { axis, across, upward, shape, cutCos } = head
  let open = 0
  let direct = 0
  let inside = 0
  let seen = 0
  let least = 1
  let cosines = 0
  const count = samples.length / 4
  for (let i = 0; i < count; i++) {
    const sx = samples[i * 4]!
    const sy = samples[i * 4 + 1]!
    const sz = samples[i * 4 + 2]!
    const dx = sx - at[0]
    const dy = sy - at[1]
    const dz = sz - at[2]
    const d2 = Math.max(0.25, dx * dx + dy * dy + dz * dz)
    const d = Math.sqrt(d2)
    const cosOff = -(dx * axis[0] + dy * axis[1] + dz * axis[2]) / d
    if (cosOff <= 0 || cosOff < cutCos) continue
    const cosIn = normal === null ? 1 : (dx * normal[0] + dy * normal[1] + dz * normal[2]) / d
    if (cosIn <= 0) continue
    const round =
      shape.length > 1
        ? Math.atan2(
            -(dx * upward[0] + dy * upward[1] + dz * upward[2]),
            -(dx * across[0] + dy * across[1] + dz * across[2])
          )
        : 0
    const e = (samples[i * 4 + 3]! * shape(cosOff, round) * cosIn * 1e6) / d2
    if (e <= 0) continue
    inside++
    cosines += cosIn
    if (cosIn < least) least = cosIn
    open += e
    if (blocked(at[0], at[1], at[2], sx, sy, sz)) continue
    seen++
    direct += e
  }
  found.direct = direct
  found.open = open
  // Nodes stand off the face's edge: where the outermost sees little of it, the edge itself may be below the surface's horizon.
  found.mixed =
    (inside > 0 && inside < count) || (seen > 0 && seen < inside) || least * inside < 0.43 * cosines
}

/** Straight light of a head at any point of the set, relative as the transport's own. @param normal of the surface there, unit */
export const lightAt = ({ heads, blocked }: Scene, index: number, at: Vec, normal: Vec): number => {
  gather(heads[index]!, samplesOf(heads[index]!, FINEST), at, normal, blocked)
  return found.direct
}

const distanceTo = (head: Head, at: Vec): number =>
  Math.hypot(head.at[0] - at[0], head.at[1] - at[1], head.at[2] - at[2])

/** Share of a patch's returned light that reaches each place: [place × patch], what stands in the way counted. */
const couplings = ({ places, reflectors, blocked }: Scene): Float64Array => {
  const { patches } = reflectors
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
interface Known {
  plan: Plan
  readonly transport: Transport
  /** see couplings */
  readonly coupled: Float64Array
}

/** @param near a set of which only lights other than the key differ: what has not moved is taken from there */
const workOut = (plan: Plan, near: Known | null): Known => {
  const scene: Scene = near
    ? {
        ...near.transport.scene,
        heads: headsOf(plan, near.transport.scene.pose, near.transport.scene.places)
      }
    : sceneOf(plan)
  const { places, heads, blocked, reflectors } = scene
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
      gather(head, at(levelFor(head, distanceTo(head, place.at))), place.at, place.normal, blocked)
      if (found.mixed) gather(head, at(FINEST), place.at, place.normal, blocked)
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
        blocked
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

const OPTIC = ['magnification', 'extensionMm', 'dioptres', 'teleconverter', 'crop'] as const
const sameOptic = (a: Plan['focus'], b: Plan['focus']): boolean =>
  a === b || OPTIC.every((key) => a[key] === b[key])

/** Plans are immutable, so the same object means the same figures. */
const sameLight = (a: Light, b: Light): boolean =>
  a === b ||
  (a.strobe === b.strobe &&
    a.modifiers === b.modifiers &&
    a.mount === b.mount &&
    a.at === b.at &&
    a.aim === b.aim &&
    a.rollDeg === b.rollDeg)

/** Whether all is the same that light's way depends on, but for lights other than the key; where that stands decides which side is the lit one. */
const sameStage = (a: Plan, b: Plan): boolean => {
  if (
    a.subject !== b.subject ||
    a.ground !== b.ground ||
    a.table !== b.table ||
    a.room !== b.room ||
    a.cards !== b.cards ||
    a.places !== b.places
  )
    return false
  if (
    a.view.heightDeg !== b.view.heightDeg ||
    a.camera !== b.camera ||
    a.lens !== b.lens ||
    !sameOptic(a.focus, b.focus)
  )
    return false
  return a.lights === b.lights || sameLight(keyLight(a), keyLight(b))
}

const sameLights = (a: Plan, b: Plan): boolean => {
  if (a.lights === b.lights) return true
  if (a.lights.length !== b.lights.length || keyLight(a).id !== keyLight(b).id) return false
  for (let i = 0; i < a.lights.length; i++) if (!sameLight(a.lights[i]!, b.lights[i]!)) return false
  return true
}

const KEPT = 12
const kept: Known[] = []

/** The same, remembered: power, aperture, shutter, ISO and goals do not move a lamp, so they do not recompute it; a lamp that moves leaves the others as they were. */
export const transportOf = (plan: Plan): Transport => {
  let near: Known | null = null
  for (let i = 0; i < kept.length; i++) {
    const entry = kept[i]!
    if (entry.plan !== plan) {
      if (!sameStage(entry.plan, plan)) continue
      near ??= entry
      if (!sameLights(entry.plan, plan)) continue
    }
    entry.plan = plan
    if (i > 0) {
      kept.splice(i, 1)
      kept.unshift(entry)
    }
    return entry.transport
  }
  const made = workOut(plan, near)
  kept.unshift(made)
  if (kept.length > KEPT) kept.pop()
  return made.transport
}
