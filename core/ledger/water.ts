/**
 * What water takes of a source's light on its way: out from its face (or down from the surface) to
 * what it falls on, straight or by bounces, and back to the port. By band, so that what it takes of
 * the level and what it makes of the colour follow from the same figures.
 */
import { product, type Spectrum } from '../colour/bands'
import { throughMedium, type Medium } from '../medium/water'
import type { Plan } from '../plan/plan'
import { poseOf } from '../set/camera'
import type { Vec } from '../set/vec'
import { wayBackMm, wayOutMm } from '../set/waterWays'
import { transportOf } from '../set/remembered'
import type { Transport } from '../set/transport'

type InWater = Pick<Plan, 'medium'>
const metres = (mm: number): number => mm / 1000

interface Found {
  readonly medium: Medium
  readonly passed: Map<number, Spectrum>
}
const known = new WeakMap<Transport, Found>()
function foundIn(transport: Transport, medium: Medium): Map<number, Spectrum> {
  const before = known.get(transport)
  if (before?.medium === medium) return before.passed
  const passed = new Map<number, Spectrum>()
  known.set(transport, { medium, passed })
  return passed
}

/** Ways of a head's light to a place and on to the port, m. */
export interface Ways {
  readonly outM: number
  readonly backM: number
  /** out by bounces, the mean; 0 where none comes so */
  readonly bouncedM: number
}

/**
 * @param i index of the head
 * @param j of the place in the transport
 */
export function waysOf(transport: Transport, i: number, j: number): Ways {
  const { heads, places, pose } = transport.scene
  const { at } = places[j]!
  return {
    outM: metres(wayOutMm(heads[i]!, at)),
    backM: metres(wayBackMm(pose, at)),
    bouncedM: metres(transport.bounceWayMm[i * places.length + j]!)
  }
}

/**
 * What comes through of a head's light, [BANDS]; null in air.
 * @param back whether the way to the port counts: not for a meter in the water
 */
export function passedOf(
  { medium }: InWater,
  transport: Transport,
  i: number,
  j: number,
  back = true
): Spectrum | null {
  if (medium.kind === 'air') return null
  const at = i * transport.scene.places.length + j
  const found = foundIn(transport, medium)
  const key = 2 * at + Number(back)
  const before = found.get(key)
  if (before) return before
  const { outM, backM, bouncedM } = waysOf(transport, i, j)
  const rest = back ? backM : 0
  const [straight, bounced] = [transport.direct[at]!, transport.bounce[at]!]
  const share = bounced > 0 ? bounced / (straight + bounced) : 0
  const by = (m: number): Spectrum => throughMedium(medium, m + rest) ?? ALL
  const made = share > 0 && bouncedM > 0 ? mixed(by(outM), by(bouncedM), share) : by(outM)
  found.set(key, made)
  return made
}
const ALL: Spectrum = new Array<number>(31).fill(1)
const mixed = (a: Spectrum, b: Spectrum, share: number): Spectrum =>
  a.map((value, k) => value + share * (b[k]! - value))

/** The same as the figures of a term. */
export function waterFigures(transport: Transport, i: number, j: number): Record<string, number> {
  const { outM, backM, bouncedM } = waysOf(transport, i, j)
  return { out: outM, back: backM, ...(bouncedM > 0 && { bounced: bouncedM }) }
}

/** Light from the surface down to the subject, [BANDS]; null in air. */
export const passedDown = ({ medium }: InWater): Spectrum | null =>
  medium.kind === 'air' ? null : throughMedium(medium, medium.depthM)

/** Light from a point to the port, [BANDS]; null in air. */
export const passedBack = (plan: Plan, at: Vec): Spectrum | null =>
  plan.medium.kind === 'air'
    ? null
    : throughMedium(plan.medium, metres(wayBackMm(poseOf(plan), at)))

/**
 * By way of the focus point, for what is seen of a head and not at a place.
 * @returns what water lets through, [BANDS] (null: all), and how far that is
 */
export function byMiddle(
  plan: Plan,
  head: number
): { readonly passed: Spectrum | null; readonly wayMm: number } {
  if (plan.medium.kind === 'air') return { passed: null, wayMm: 0 }
  const { pose, heads } = transportOf(plan).scene
  const wayMm = wayOutMm(heads[head]!, MIDDLE) + wayBackMm(pose, MIDDLE)
  return { passed: throughMedium(plan.medium, metres(wayMm)), wayMm }
}
const MIDDLE: Vec = [0, 0, 0]

/** One way after the other; null: nothing is lost. */
export const then = (a: Spectrum | null, b: Spectrum | null): Spectrum | null =>
  a && b ? product(a, b) : (a ?? b)
