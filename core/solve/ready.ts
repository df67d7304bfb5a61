/** A set made ready for the search: what every light gives at every place at full power, and what each goal asks, as plain numbers. */
import { pixelPitchMm } from '../kit/kit'
import { flashDuration } from '../light/strobe'
import { blurFor } from '../ledger/freeze'
import { ledgerOf, type Ledger } from '../ledger/ledger'
import { fillShares } from '../ledger/ratios'
import type { Plan } from '../plan/plan'
import { depthOf, endBlur, neededDepthMm } from '../set/optic'
import { keyLight } from '../set/places'
import { beyond, DUST, GROUNDS, type Goal } from './goals'
import { framePrice, heldAt, isFree, lightPrice, WEIGHT } from './score'
import type { Space } from './space'

/** A goal with what a stop of missing it costs; null: it may not be missed. */
export interface Asked {
  readonly goal: Goal
  readonly weight: number | null
}

export interface LevelGoal {
  readonly places: readonly number[]
  readonly about: boolean
  readonly limit: number
  readonly tolerance: number
  readonly weight: number | null
}

export interface Lamp {
  readonly marks: Float64Array
  readonly prices: Float64Array
  /** t0.1 at each mark, s */
  readonly durations: Float64Array
  /** linear light at each place at full power, f/1, ISO 100 */
  readonly gives: Float64Array
  readonly fillShare: number
  readonly canPulse: boolean
  readonly penalty: number
  /** what it gives where its level is to be held, for a light without a goal; null for none */
  readonly heldGives: number | null
  readonly heldLevel: number
  readonly recycleFullS: number
  readonly flashesFull: number
}

export interface Ready {
  readonly plan: Plan
  readonly places: readonly string[]
  readonly subject: number
  readonly key: number
  readonly lamps: readonly Lamp[]
  /** linear ambient at each place at f/1, 1 s, ISO 100 */
  readonly ambient: Float64Array
  readonly hasShadow: boolean
}

const OPEN = { apertureStops: 0, isoStops: 0, ndStops: 0 } as const

/** @param from the plan as it stands; @param was its ledger; @param set the plan with the set to try */
export const readySet = (from: Plan, was: Ledger, set: Plan, space: Space, asked: readonly Asked[]): Ready => {
  const shutterStops = set.camera.slowestShutterStops
  const open: Plan = { ...set, settings: { ...set.settings, ...OPEN, shutterStops }, lights: set.lights.map((light) => ({ ...light, powerStops: 0 })) }
  const ledger = ledgerOf(open)
  const needed = new Set(['subject', 'shadow', ...asked.flatMap(({ goal }) => (goal.id === 'ground' ? GROUNDS : goal.place === null ? [] : [goal.place]))])
  const places = ledger.places.filter((place) => needed.has(place))
  const shares = fillShares(open)
  const linear = (level: number): number => 2 ** level
  const lit = set.lights.map((light, i) => ({ light, i })).filter(({ light }) => light.on)
  const key = keyLight(set)
  return {
    plan: set, places, subject: places.indexOf('subject'), key: lit.findIndex(({ light }) => light.id === key.id),
    ambient: Float64Array.from(places, (place) => linear(ledger.ambient[place]!.level) * 2 ** shutterStops),
    hasShadow: shares !== null,
    lamps: lit.map(({ light, i }) => {
      const { strobe } = light
      const marks = space.powers[i]!
      const held = isFree(from, from.lights[i]!) ? heldAt(was, from.lights[i]!) : null
      const row = ledger.rows[i + 1]!
      return {
        marks: Float64Array.from(marks), prices: Float64Array.from(marks, (stops) => lightPrice(light, stops)),
        durations: Float64Array.from(marks, (stops) => flashDuration(stops, strobe.t01FullS, strobe.quench, strobe.durations)),
        gives: Float64Array.from(places, (place) => linear(row.cells[place]!.level)), fillShare: shares?.[i] ?? 0,
        canPulse: strobe.pulsedSync && set.camera.pulsedSync, penalty: strobe.pulsedPenaltyStops,
        heldGives: held === null ? null : linear(row.cells[held]!.level), heldLevel: held === null ? 0 : was.rows[i + 1]!.cells[held]!.level,
        recycleFullS: strobe.recycleFullS, flashesFull: strobe.flashesFull
      }
    })
  }
}

export const levelGoals = (asked: readonly Asked[], places: readonly string[]): LevelGoal[] =>
  asked.flatMap(({ goal, weight }) =>
    goal.place === null ? [] : [{
      places: (goal.id === 'ground' ? GROUNDS : [goal.place]).map((place) => places.indexOf(place)).filter((j) => j >= 0),
      about: goal.kind === 'about', limit: goal.limit, tolerance: goal.toleranceStops, weight
    }]
  )

/** Stops outside a goal, for a value in its unit. */
export const missOf = ({ goal }: Asked, value: number): number => {
  const out = beyond(goal, value) - goal.toleranceStops
  return out <= DUST ? 0 : out
}

/** What a miss costs; Infinity where the goal is hard. */
export const missCost = (asked: Asked | undefined, value: number): number => {
  if (!asked) return 0
  const miss = missOf(asked, value)
  return miss === 0 ? 0 : asked.weight === null ? Infinity : asked.weight * miss
}

export interface Frame {
  /** index among the apertures of the space */
  readonly aperture: number
  readonly apertureStops: number
  readonly isoStops: number
  readonly ndStops: number
  readonly price: number
  readonly ndChanged: boolean
}

/** Frames that take the same light, laid out for a quick look at which could be worth it. */
export interface SameLight {
  /** aperture + ND − ISO, stops */
  readonly takenStops: number
  readonly frames: readonly Frame[]
  readonly prices: Float64Array
  /** index of the aperture, counted on past all apertures where the ND is changed */
  readonly slots: Int32Array
}

/** Apertures, ISOs and filters that keep the goals they decide alone, by how much light they take together. */
export const framesByStops = (from: Plan, space: Space, asked: readonly Asked[]): SameLight[] => {
  const by = (id: string) => asked.find((each) => each.goal.id === id)
  const pitch = pixelPitchMm(from.camera)
  const need = neededDepthMm(from)
  const frames = new Map<number, Frame[]>()
  for (const [aperture, apertureStops] of space.apertures.entries()) {
    const there: Plan = { ...from, settings: { ...from.settings, apertureStops } }
    const edgePx = endBlur(there, need).bothMm / pitch
    const sharp = missCost(by('depth'), depthOf(there).totalMm) + missCost(by('edge'), edgePx)
    if (sharp === Infinity) continue
    for (const isoStops of space.isos) {
      const noise = missCost(by('iso'), isoStops)
      if (noise === Infinity) continue
      for (const ndStops of space.nds) {
        const key = Math.round((apertureStops + ndStops - isoStops) * 1e6)
        const frame = { aperture, apertureStops, isoStops, ndStops, price: sharp + noise + framePrice(from, apertureStops, isoStops, ndStops, edgePx), ndChanged: Math.abs(ndStops - from.settings.ndStops) > 1e-6 }
        const list = frames.get(key)
        if (list) list.push(frame)
        else frames.set(key, [frame])
      }
    }
  }
  // Cheapest first, so that what is kept early cuts off much.
  const least = (list: readonly Frame[]): number => list.reduce((low, frame) => Math.min(low, frame.price), Infinity)
  return [...frames].sort(([, a], [, b]) => least(a) - least(b)).map(([, list]) => ({
    takenStops: list[0]!.apertureStops + list[0]!.ndStops - list[0]!.isoStops, frames: list, prices: Float64Array.from(list, (frame) => frame.price),
    slots: Int32Array.from(list, (frame) => frame.aperture + (frame.ndChanged ? space.apertures.length : 0))
  }))
}

/** Blur of the moving part per second, px/s; 0 for a still subject. */
export const blurPerSecond = (plan: Plan): number => (plan.subject.speedMmS > 0 ? blurFor(plan, 1) : 0)

export const CLOSE = WEIGHT.close
