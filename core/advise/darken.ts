/**
 * The Dark stage's question: what would each control take from the ambient, all the way, and what
 * does it cost the strobe?
 */
import { shutterOf } from '../plan/shutterInUse'
import type { LightId, Plan } from '../plan/plan'
import { evaluate } from '../ledger/evaluate'
import { apertureRange } from '../plan/lensInUse'
import { marksBetween, marksOf } from '../scales/marks'
import { isCameraLocked, type CameraControl } from '../plan/controls'
import { regimeOf } from './byShutter'
import { priceOf, type Price } from './price'

export interface DarkMove {
  readonly control: Extract<CameraControl, 'shutter' | 'aperture' | 'iso' | 'nd'>
  readonly from: number
  /**
   * furthest useful position: sync (the fastest with a leaf shutter, or when all strobes fire in
   * high-speed sync already), narrowest, lowest, ND taken as `ND_STEP`
   */
  readonly to: number
  readonly after: Plan
  readonly price: Price
  readonly locked: boolean
  /** stops of power the strobe must find to hold the subject, ≥ 0 */
  readonly powerNeededStops: number
  /** stops of power it has */
  readonly powerLeftStops: number
}

/** The ND filter priced as an example, stops. */
export const ND_STEP = 3

export interface DarkReserve {
  /** stops all lights can rise together, the least of them deciding */
  readonly stops: number
  /**
   * ambient at the background when the camera takes those stops out again; −Infinity when nobody
   * has read it
   */
  readonly backgroundStops: number
  /** the light whose dial ends first */
  readonly light: LightId
}
/**
 * How black the background could get with the subject as it is: every strobe raised by what the
 * weakest has left, the camera closed by as much (aperture, ISO or ND). Only ambient falls by it;
 * spill of the strobes keeps its distance to the subject.
 */
export function darkReserve(plan: Plan): DarkReserve {
  const lit = plan.lights.filter((light) => light.on)
  const least = (lit.length ? lit : plan.lights).reduce((worst, light) =>
    light.powerStops > worst.powerStops ? light : worst
  )
  const stops = 0 - least.powerStops
  return {
    stops,
    backgroundStops: evaluate(plan).ledger.ambient.background!.level - stops,
    light: least.id
  }
}

const withSetting = (
  plan: Plan,
  key: 'shutterStops' | 'apertureStops' | 'isoStops' | 'ndStops',
  value: number
): Plan => ({
  ...plan,
  settings: { ...plan.settings, [key]: value }
})

/** Power left above in the light that has least, stops. */
const leastReserve = (plan: Plan): number =>
  Math.min(...plan.lights.filter((light) => light.on).map((light) => -light.powerStops), 14)

const last = (marks: readonly { stops: number }[], fallback: number): number =>
  marks[marks.length - 1]?.stops ?? fallback

export function darkMoves(plan: Plan): DarkMove[] {
  const { camera, settings } = plan
  const [widest, narrowest] = apertureRange(plan)
  const was = evaluate(plan)
  const ends = [
    [
      'shutter',
      'shutterStops',
      ['leaf', 'highSpeedSync'].includes(regimeOf(plan, was.ledger))
        ? shutterOf(plan).fastestShutterStops
        : shutterOf(plan).syncStops
    ],
    [
      'aperture',
      'apertureStops',
      last(marksBetween(marksOf('aperture', camera.step), widest, narrowest), narrowest)
    ],
    ['iso', 'isoStops', camera.lowestIsoStops],
    ['nd', 'ndStops', settings.ndStops + ND_STEP]
  ] as const
  return ends.map(([control, key, to]) => {
    const after = withSetting(plan, key, to)
    const is = evaluate(after)
    const price = priceOf(plan, after, was, is)
    return {
      control,
      from: settings[key],
      to,
      after,
      price,
      locked: isCameraLocked(plan, control),
      powerNeededStops: Math.max(0, -price.strobeSubject),
      powerLeftStops: leastReserve(plan)
    }
  })
}

/**
 * One change that takes the ambient at the background to its goal: the cheapest control that is not
 * locked and goes far enough, or the one that goes furthest. Shutter first: to sync it costs the
 * strobe nothing, and past it no depth.
 * @returns null when nothing is left to move
 */
export function darkenMove(plan: Plan): DarkMove | null {
  const ambient = evaluate(plan).ledger.ambient.background!.level
  const need = ambient - plan.goals.backgroundStops
  if (!(need > 1e-9)) return null
  const all = darkMoves(plan).filter((move) => !move.locked && move.price.ambientBackground < -1e-6)
  const key = {
    shutter: 'shutterStops',
    aperture: 'apertureStops',
    iso: 'isoStops',
    nd: 'ndStops'
  } as const
  const trim = (move: DarkMove): DarkMove => {
    if (move.control === 'nd')
      return rebuilt(
        plan,
        move,
        Math.min(20, plan.settings.ndStops + Math.ceil(need - 1e-9)),
        key.nd
      )
    if (-move.price.ambientBackground < need) return move
    const sign = move.control === 'iso' ? -1 : 1
    const wanted = move.from + sign * need
    const marks = marksOf(move.control, plan.camera.step)
    const enough = marks.filter((mark) =>
      sign > 0
        ? mark.stops >= wanted - 1e-6 && mark.stops <= move.to + 1e-6
        : mark.stops <= wanted + 1e-6 && mark.stops >= move.to - 1e-6
    )
    const to = sign > 0 ? enough[0] : enough[enough.length - 1]
    return to ? rebuilt(plan, move, to.stops, key[move.control]) : move
  }
  const trimmed = all.map(trim)
  const shutter = trimmed.find((move) => move.control === 'shutter')
  if (shutter) return shutter
  return (
    trimmed.find((move) => -move.price.ambientBackground >= need - 1e-6) ??
    trimmed.sort((a, b) => a.price.ambientBackground - b.price.ambientBackground)[0] ??
    null
  )
}

function rebuilt(
  plan: Plan,
  move: DarkMove,
  to: number,
  key: 'shutterStops' | 'apertureStops' | 'isoStops' | 'ndStops'
): DarkMove {
  const after = withSetting(plan, key, to)
  const price = priceOf(plan, after)
  return { ...move, to, after, price, powerNeededStops: Math.max(0, -price.strobeSubject) }
}
