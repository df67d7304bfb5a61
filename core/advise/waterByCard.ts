/**
 * Water by one frame of a card held at two distances: what the farther one has lost says what the
 * water takes; what shows on its black says what the water scatters.
 */
import type { Xyz } from '../colour/observer'
import { AS_DAYLIGHT, balanced, type Rgb } from '../colour/balance'
import type { Spectrum } from '../colour/bands'
import { daylight, DAYLIGHT_K } from '../colour/sources'
import { through } from '../colour/light'
import { lightSpectrum } from '../ledger/sourceColours'
import { alongRay, keptBy, litPart } from '../ledger/waterRay'
import { particlePhase } from '../medium/particles'
import { throughMedium, type Water } from '../medium/water'
import { fitWater, type WaterFit } from '../medium/waterFit'
import type { Plan } from '../plan/plan'
import { poseOf } from '../set/camera'
import { gather, newGathered } from '../set/gather'
import type { Head } from '../set/heads'
import { sceneOf } from '../set/scene'
import { surfacesOf } from '../set/surface'
import { distance, scale, sub, type Vec } from '../set/vec'

/** A card on the lens’s axis, facing the port. */
export interface CardSeen {
  /** from the port, mm */
  readonly portMm: number
  /** what came of its grey, before any balance; of its black where that was read, in the same unit */
  readonly grey: Xyz
  readonly black: Xyz | null
}
export interface TwoCards {
  readonly near: CardSeen
  readonly far: CardSeen
  /** 0 to 1 */
  readonly greyReflectance: number
  readonly blackReflectance: number
}

/** Why cards say nothing. */
export type CardTrouble = 'air' | 'order' | 'lights' | 'unlit' | 'no-contrast' | 'no-brighter'

export interface WaterByCard extends WaterFit {
  /** 1/m; null: no black was read, or daylight lit the cards */
  readonly scatterPerM: number | null
  /** the water’s own light on the farther card against its grey, stops; null as above */
  readonly veilStops: number | null
  /** how the two ways differ in length, m */
  readonly longerM: number
}

/** A point on the lens’s axis, so far from the port. */
const axisPoint = (plan: Plan, portMm: number): Vec => {
  const { front, toCamera } = poseOf(plan)
  return sub(front, scale(toCamera, portMm))
}
const NOTHING = surfacesOf([])
const found = newGathered()
function fallsOn(head: Head, at: Vec, normal: Vec | null): number {
  gather(head, NOTHING, at, normal, -1, found)
  return found.direct
}

/** What a card would send were it white and the water clear of what scatters. */
const clean = (seen: CardSeen, { greyReflectance, blackReflectance }: TwoCards): Xyz =>
  seen.grey.map((grey, k) =>
    seen.black
      ? (grey - seen.black[k]!) / (greyReflectance - blackReflectance)
      : grey / greyReflectance
  ) as unknown as Xyz
const channels = (xyz: Xyz): Rgb => balanced(xyz, AS_DAYLIGHT)

const STEPS = 400
/** What the water before the card sends of a light, against what a white card there sends, for scattering of 1/mm. */
function veilBefore(plan: Plan, water: Water, i: number, portMm: number): number {
  const { pose, heads } = sceneOf(plan)
  const head = heads[i]!
  const kept = keptBy(plan, water, plan.lights[i]!)
  let sum = 0
  const end = pose.pupilMm - pose.frontMm + portMm
  const lit = litPart({ pose, heads, standing: NOTHING }, i, scale(pose.toCamera, -1), end)
  alongRay(lit, kept, STEPS, ({ light, cosine, stepMm }) => {
    sum += light * particlePhase(cosine) * stepMm
  })
  const card = axisPoint(plan, portMm)
  const wayM = (distance(head.at, card) + portMm) / 1000
  return (Math.PI * sum) / (fallsOn(head, card, pose.toCamera) * kept(wayM))
}

/**
 * @param plan the frame’s own: its lights are on that fired; daylight lit the cards where none did
 * @returns what the water is, or why the cards do not say
 * @throws RangeError when grey is not lighter than black
 */
export function waterByCard(plan: Plan, cards: TwoCards): WaterByCard | CardTrouble {
  const { near, far, greyReflectance, blackReflectance } = cards
  const { medium } = plan
  if (!(greyReflectance > blackReflectance)) throw new RangeError('grey must be above black')
  if (medium.kind === 'air') return 'air'
  if (!(far.portMm > near.portMm)) return 'order'
  const lit = plan.lights.flatMap((light, i) => (light.on ? [{ light, i }] : []))
  if (lit.length > 1) return 'lights'
  const both = near.black && far.black ? cards : withoutBlack(cards)
  const [nearest, farthest] = [clean(both.near, both), clean(both.far, both)]
  if (!(nearest[1] > 0 && farthest[1] > 0)) return 'no-contrast'
  const head = lit[0] ? sceneOf(plan).heads[lit[0].i]! : null
  const { toCamera } = poseOf(plan)
  const cardAt = [near, far].map(({ portMm }) => axisPoint(plan, portMm))
  const falls = cardAt.map((at) => (head ? fallsOn(head, at, toCamera) : 1))
  if (!(falls[0]! > 0 && falls[1]! > 0)) return 'unlit'
  const [shortM, longM] = [near, far].map(
    ({ portMm }, k) => (portMm + (head ? distance(head.at, cardAt[k]!) : 0)) / 1000
  ) as [number, number]
  const fell = Math.log2(falls[1]! / falls[0]!)
  const [a, b] = [channels(nearest), channels(farthest)]
  const least = DARK * Math.max(...a)
  const lost = b.map((value, k) =>
    Math.min(value * 2 ** -fell, a[k]!) < least ? NaN : Math.log2(value / a[k]!) - fell
  ) as unknown as Rgb
  if (Math.log2(farthest[1] / nearest[1]) - fell > BRIGHTER_BY) return 'no-brighter'
  const lamp = lit[0] ? lightSpectrum(plan, lit[0].light) : daylight(DAYLIGHT_K)
  const down = (water: Water): Spectrum =>
    head ? lamp : through(lamp, throughMedium(water, water.depthM))
  const fit = fitWater(medium, { light: down, shortM, longM, lost })
  const scattered = head && both.far.black ? scatterOf(plan, both, lit[0]!.i, fit) : null
  return { ...fit, longerM: longM - shortM, scatterPerM: null, veilStops: null, ...scattered }
}

/** Under this share of the near card's strongest channel a channel is too weak to count; no source. */
const DARK = 2 ** -5
/** The farther card cannot come out so much brighter than with no water at all, stops. */
const BRIGHTER_BY = 0.15

const withoutBlack = (cards: TwoCards): TwoCards => ({
  ...cards,
  near: { ...cards.near, black: null },
  far: { ...cards.far, black: null }
})

/** By what the farther card’s grey has beyond what its contrast says. */
function scatterOf(
  plan: Plan,
  cards: TwoCards,
  i: number,
  fit: WaterFit
): Pick<WaterByCard, 'scatterPerM' | 'veilStops'> {
  const { far, greyReflectance } = cards
  const white = clean(far, cards)[1]
  const veil = far.grey[1] - greyReflectance * white
  const water: Water = { ...(plan.medium as Water), water: fit.water, extraPerM: fit.extraPerM }
  const perMm = Math.max(0, veil / white / veilBefore(plan, water, i, far.portMm))
  return {
    scatterPerM: perMm * 1000,
    veilStops: Math.log2(Math.max(0, veil) / (greyReflectance * white))
  }
}
