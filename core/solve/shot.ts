/** A ready set under one shutter: what each mark of each lamp gives then, and what the blur of it costs. */
import { pulsesWith, shutterLoss } from '../ledger/cells'
import { leafClip } from '../optics/shutter'
import type { Plan } from '../plan/plan'
import { secondsAt } from '../scales/marks'
import { missCost } from './asked'
import type { Lamp, Ready } from './ready'

export interface Fired {
  readonly lamp: Lamp
  /** linear light of each mark, what the shutter takes counted in */
  readonly factors: Float64Array
  readonly least: number
  readonly most: number
  /** what the blur of each mark costs where this lamp shows; Infinity for a band or a hard goal */
  readonly blurCost: Float64Array
  /** level at the held place before aperture, ISO and ND, at each mark; empty when none is held */
  readonly held: Float64Array
}

/** What is known when the first d lamps have their marks, at index d; nothing in the search is allocated mark by mark. */
export interface Scratch {
  /** linear light at each place: ambient first, then lamp by lamp */
  readonly sums: readonly Float64Array[]
  /** price of the lamps so far */
  readonly spent: Float64Array
  /** worst blur, recycle and charge of lamps that surely count */
  readonly blur: Float64Array
  readonly recycle: Float64Array
  readonly flashes: Float64Array
  /** strongest so far on the subject, and what counts as fill so far */
  readonly strongest: Float64Array
  readonly fill: Float64Array
  /** each lamp's marks in order of promise */
  readonly order: readonly { readonly mark: Int32Array; readonly least: Float64Array }[]
}

export interface Shot {
  readonly ready: Ready
  readonly fired: readonly Fired[]
  /** smear by ambient where it shows, px; 0 for a still subject */
  readonly ambientPx: number
  /** what the lamps from the d-th on give at least and at most, at each place, before aperture, ISO and ND */
  readonly low: readonly Float64Array[]
  readonly high: readonly Float64Array[]
  /** the same of what counts as fill, and the most any one of them gives the subject */
  readonly lowFill: Float64Array
  readonly highFill: Float64Array
  readonly strongest: Float64Array
  readonly scratch: Scratch
}

/** @param plan with the shutter to try; @param blur px of blur of the moving part for a second */
const fire = (lamp: Lamp, plan: Plan, ready: Ready, blur: number): Fired => {
  const t = secondsAt(plan.settings.shutterStops)
  const leaf = plan.camera.curtain === 'leaf'
  const pastSync = !leaf && plan.settings.shutterStops > plan.camera.syncStops + 1e-6
  const pulses = pulsesWith(plan, lamp.light)
  const pulsed = pulses ? shutterLoss(plan, lamp.light).stops : 0
  const factors = lamp.marks.map(
    (stops, k) => 2 ** (stops + pulsed + (leaf ? leafClip(t, lamp.durations[k]!) : 0))
  )
  return {
    lamp,
    factors,
    least: factors.reduce((a, b) => Math.min(a, b), Infinity),
    most: factors.reduce((a, b) => Math.max(a, b), 0),
    blurCost: lamp.durations.map((each) =>
      pastSync && !pulses
        ? Infinity
        : blur > 0
          ? missCost(ready.asked.get('blur'), blur * (pulses ? t : Math.min(each, t)))
          : 0
    ),
    held:
      lamp.heldGives === null
        ? new Float64Array(0)
        : factors.map((factor) => Math.log2(lamp.heldGives! * factor))
  }
}

/** @param blur px of blur of the moving part for a second; 0 for a still subject */
export const shotOf = (
  ready: Ready,
  shutterStops: number,
  pulsedSync: boolean,
  blur: number
): Shot => {
  const plan: Plan = {
    ...ready.plan,
    settings: { ...ready.plan.settings, shutterStops, pulsedSync }
  }
  const fired = ready.lamps.map((lamp) => fire(lamp, plan, ready, blur))
  const L = fired.length
  const rows = (): Float64Array[] =>
    Array.from({ length: L + 1 }, () => new Float64Array(ready.ambient.length))
  const line = (): Float64Array => new Float64Array(L + 1)
  const [low, high, sums] = [rows(), rows(), rows()]
  const [lowFill, highFill, strongest] = [line(), line(), line()]
  for (let d = L - 1; d >= 0; d--) {
    const { lamp, least, most } = fired[d]!
    for (let j = 0; j < low[d]!.length; j++) {
      low[d]![j] = low[d + 1]![j]! + lamp.gives[j]! * least
      high[d]![j] = high[d + 1]![j]! + lamp.gives[j]! * most
    }
    const fill = ready.shadow < 0 ? 0 : lamp.gives[ready.shadow]! * lamp.fillShare
    lowFill[d] = lowFill[d + 1]! + fill * least
    highFill[d] = highFill[d + 1]! + fill * most
    strongest[d] = Math.max(strongest[d + 1]!, lamp.gives[ready.subject]! * most)
  }
  const t = secondsAt(shutterStops)
  sums[0]!.set(ready.ambient.map((each) => each * t))
  return {
    ready,
    fired,
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
      order: fired.map(({ factors: { length } }) => ({
        mark: new Int32Array(length),
        least: new Float64Array(length)
      }))
    }
  }
}
