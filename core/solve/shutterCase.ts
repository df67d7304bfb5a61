/**
 * A prepared set under one shutter: what each mark of each light gives then, and what the blur of
 * it costs.
 */
import { shutterLoss } from '../ledger/cells'
import { isPastSync, leastPowerOf, openTimesOf, usesHighSpeedSync } from '../plan/sync'
import { outputStops } from '../light/output'
import { cutStops } from '../light/pulse'
import type { Plan } from '../plan/plan'
import { secondsAt } from '../scales/marks'
import { missCost } from './weightedGoals'
import type { PreparedLight, PreparedSet } from './preparedSet'

export interface CaseLight {
  readonly prepared: PreparedLight
  /** linear light of each mark, what the shutter takes counted in */
  readonly factors: Float64Array
  readonly least: number
  readonly most: number
  /** what the blur of each mark costs where this light shows; Infinity for a band or a hard goal */
  readonly blurCost: Float64Array
  /** level at the held place before aperture, ISO and ND, at each mark; empty when none is held */
  readonly held: Float64Array
}

/**
 * What is known when the first d lights have their marks, at index d; nothing in the search is
 * allocated mark by mark.
 */
export interface Scratch {
  /** linear light at each place: ambient first, then light by light */
  readonly sums: readonly Float64Array[]
  /** price of the lights so far */
  readonly spent: Float64Array
  /** worst blur, recycle and charge of lights that surely count */
  readonly blur: Float64Array
  readonly recycle: Float64Array
  readonly flashes: Float64Array
  /** strongest so far on the subject, and what counts as fill so far */
  readonly strongest: Float64Array
  readonly fill: Float64Array
  /** each light's marks in order of promise */
  readonly order: readonly { readonly mark: Int32Array; readonly least: Float64Array }[]
}

export interface ShutterCase {
  readonly set: PreparedSet
  readonly lights: readonly CaseLight[]
  /** smear by ambient where it shows, px; 0 for a still subject */
  readonly ambientPx: number
  /**
   * what the lights from the d-th on give at least and at most, at each place, before aperture, ISO
   * and ND
   */
  readonly low: readonly Float64Array[]
  readonly high: readonly Float64Array[]
  /** the same of what counts as fill, and the most any one of them gives the subject */
  readonly lowFill: Float64Array
  readonly highFill: Float64Array
  readonly strongest: Float64Array
  readonly scratch: Scratch
}

/**
 * @param plan with the shutter to try
 * @param blur px of blur of the moving part for a second
 */
function lightInCase(
  prepared: PreparedLight,
  plan: Plan,
  set: PreparedSet,
  blur: number
): CaseLight {
  const t = secondsAt(plan.settings.shutterStops)
  const pastSync = isPastSync(plan)
  const { light, marks } = prepared
  const openS = openTimesOf(plan, light).middleS
  const highSpeed = usesHighSpeedSync(plan, light)
  const lost = highSpeed ? shutterLoss(plan, light).stops : 0
  // A mark that fires as a higher one is passed over, unless the power is locked there.
  const leastPower = leastPowerOf(plan, light)
  const fires = marks.map((stops) => Math.max(stops, leastPower))
  const isIdle = (k: number): boolean => marks[k]! < leastPower && marks.at(-1)! >= leastPower
  const factors = prepared.outputs.map(
    (stops, k) =>
      2 **
      (highSpeed
        ? lost + (fires[k] === marks[k] ? stops : outputStops(light.strobe, fires[k]!))
        : stops + cutStops(prepared.pulses[k]!, openS))
  )
  return {
    prepared,
    factors,
    least: factors.reduce((a, b) => Math.min(a, b), Infinity),
    most: factors.reduce((a, b) => Math.max(a, b), 0),
    blurCost: prepared.durations.map((each, k) =>
      (pastSync && !highSpeed) || isIdle(k)
        ? Infinity
        : blur > 0
          ? missCost(set.goalById.get('blur'), blur * (highSpeed ? t : Math.min(each, t)))
          : 0
    ),
    held:
      prepared.heldGives === null
        ? new Float64Array(0)
        : factors.map((factor) => Math.log2(prepared.heldGives! * factor))
  }
}

/**
 * What each light can give under a shutter.
 * @param blur px of blur of the moving part for a second; 0 for a still subject
 */
export function shutterCaseOf(
  set: PreparedSet,
  shutterStops: number,
  highSpeedSync: boolean,
  blur: number
): ShutterCase {
  const plan: Plan = {
    ...set.plan,
    settings: { ...set.plan.settings, shutterStops, highSpeedSync }
  }
  const lights = set.lights.map((light) => lightInCase(light, plan, set, blur))
  const L = lights.length
  const rows = (): Float64Array[] =>
    Array.from({ length: L + 1 }, () => new Float64Array(set.ambient.length))
  const line = (): Float64Array => new Float64Array(L + 1)
  const [low, high, sums] = [rows(), rows(), rows()]
  const [lowFill, highFill, strongest] = [line(), line(), line()]
  for (let d = L - 1; d >= 0; d--) {
    const { prepared, least, most } = lights[d]!
    for (let j = 0; j < low[d]!.length; j++) {
      low[d]![j] = low[d + 1]![j]! + prepared.gives[j]! * least
      high[d]![j] = high[d + 1]![j]! + prepared.gives[j]! * most
    }
    const fill = set.under < 0 ? 0 : prepared.gives[set.under]! * prepared.fillShare
    lowFill[d] = lowFill[d + 1]! + fill * least
    highFill[d] = highFill[d + 1]! + fill * most
    strongest[d] = Math.max(strongest[d + 1]!, prepared.gives[set.subject]! * most)
  }
  const t = secondsAt(shutterStops)
  sums[0]!.set(set.ambient.map((each) => each * t))
  return {
    set,
    lights,
    ambientPx: blur * t,
    low,
    high,
    lowFill,
    highFill,
    strongest,
    scratch: {
      sums,
      spent: line(),
      blur: line(),
      recycle: line(),
      flashes: line(),
      strongest: line(),
      fill: line(),
      order: lights.map(({ factors: { length } }) => ({
        mark: new Int32Array(length),
        least: new Float64Array(length)
      }))
    }
  }
}
