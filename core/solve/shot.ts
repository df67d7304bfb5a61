/** A ready set under one shutter: what each mark of each lamp gives then, how long it is let in, and what that costs. */
import { pulsedLoss } from '../optics/shutter'
import { secondsAt } from '../scales/marks'
import { levelGoals, missCost, type Asked, type Lamp, type LevelGoal, type Ready } from './ready'

export interface Fired {
  readonly lamp: Lamp
  /** linear light of each mark, what the shutter takes counted in */
  readonly factors: Float64Array
  readonly least: number
  readonly most: number
  /** what the blur of each mark costs where this lamp shows; Infinity for a band or a hard goal */
  readonly blurCost: Float64Array
  readonly recycleCost: Float64Array
  readonly flashesCost: Float64Array
  /** level at the held place before aperture, ISO and ND, at each mark; empty when none is held */
  readonly held: Float64Array
}

export interface Shot {
  readonly fired: readonly Fired[]
  readonly key: number
  readonly subject: number
  /** index of the shadow side; −1 for none */
  readonly shadow: number
  readonly levels: readonly LevelGoal[]
  readonly ratio: LevelGoal | null
  readonly ghost: Asked | undefined
  /** smear by ambient where it shows, px */
  readonly ambientPx: number
  /** what the lamps from the d-th on give at least and at most, at each place, before aperture, ISO and ND */
  readonly low: readonly Float64Array[]
  readonly high: readonly Float64Array[]
  /** the same of what counts as fill, and the most any one of them gives the subject */
  readonly lowFill: Float64Array
  readonly highFill: Float64Array
  readonly strongest: Float64Array
  /** room to add up in: ambient first, then lamp by lamp */
  readonly sums: readonly Float64Array[]
  /** room to put each lamp's marks in order of promise */
  readonly order: readonly { readonly mark: Int32Array; readonly least: Float64Array }[]
}

const fire = (lamp: Lamp, ready: Ready, shutterStops: number, pulsing: boolean, asked: ReadonlyMap<string, Asked>, blur: number): Fired => {
  const { camera } = ready.plan
  const t = secondsAt(shutterStops)
  const leaf = camera.curtain === 'leaf'
  const pastSync = !leaf && shutterStops > camera.syncStops + 1e-6
  const pulses = pastSync && pulsing && lamp.canPulse
  const pulsed = pulses ? -pulsedLoss(t, secondsAt(camera.syncStops)) - lamp.penalty : 0
  const factors = lamp.marks.map((stops, k) => {
    const clip = leaf ? Math.log2(1 - 10 ** (-t / lamp.durations[k]!)) : 0
    return 2 ** (stops + pulsed + (clip < -0.005 ? clip : 0))
  })
  return {
    lamp, factors, least: factors.reduce((a, b) => Math.min(a, b), Infinity), most: factors.reduce((a, b) => Math.max(a, b), 0),
    blurCost: lamp.durations.map((each) => (pastSync && !pulses ? Infinity : blur > 0 ? missCost(asked.get('blur'), blur * (pulses ? t : Math.min(each, t))) : 0)),
    recycleCost: lamp.marks.map((stops) => missCost(asked.get('recycle'), lamp.recycleFullS * 2 ** stops)),
    flashesCost: lamp.marks.map((stops) => missCost(asked.get('flashes'), Math.floor(lamp.flashesFull * 2 ** -stops))),
    held: lamp.heldGives === null ? new Float64Array(0) : factors.map((factor) => Math.log2(lamp.heldGives! * factor))
  }
}

/** @param blur px of blur of the moving part for a second; 0 for a still subject */
export const shotOf = (ready: Ready, shutterStops: number, pulsing: boolean, asked: readonly Asked[], blur: number): Shot => {
  const byId = new Map(asked.map((each) => [each.goal.id as string, each]))
  const fired = ready.lamps.map((lamp) => fire(lamp, ready, shutterStops, pulsing, byId, blur))
  const rows = (): Float64Array[] => Array.from({ length: fired.length + 1 }, () => new Float64Array(ready.places.length))
  const low = rows()
  const high = rows()
  const sums = rows()
  const lowFill = new Float64Array(fired.length + 1)
  const highFill = new Float64Array(fired.length + 1)
  const strongest = new Float64Array(fired.length + 1)
  const shadow = ready.hasShadow ? ready.places.indexOf('shadow') : -1
  for (let d = fired.length - 1; d >= 0; d--) {
    const { lamp, least, most } = fired[d]!
    for (let j = 0; j < low[d]!.length; j++) {
      low[d]![j] = low[d + 1]![j]! + lamp.gives[j]! * least
      high[d]![j] = high[d + 1]![j]! + lamp.gives[j]! * most
    }
    const fill = shadow < 0 ? 0 : lamp.gives[shadow]! * lamp.fillShare
    lowFill[d] = lowFill[d + 1]! + fill * least
    highFill[d] = highFill[d + 1]! + fill * most
    strongest[d] = Math.max(strongest[d + 1]!, lamp.gives[ready.subject]! * most)
  }
  const t = secondsAt(shutterStops)
  sums[0]!.set(ready.ambient.map((each) => each * t))
  const ratio = byId.get('keyFill')
  return {
    fired, key: ready.key, subject: ready.subject, shadow, levels: levelGoals(asked, ready.places), low, high, lowFill, highFill, strongest, sums,
    ratio: ratio ? { places: [], about: true, limit: ratio.goal.limit, tolerance: ratio.goal.toleranceStops, weight: ratio.weight } : null,
    ghost: blur > 0 ? byId.get('ghost') : undefined, ambientPx: blur * t,
    order: fired.map(({ factors: { length } }) => ({ mark: new Int32Array(length), least: new Float64Array(length) }))
  }
}
