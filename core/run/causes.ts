/**
 * What may have made a frame come out other than expected: each cause with how likely it is before
 * the frame is looked at, and the levels it would leave at each place.
 */
import { lossUncertainty, markUncertaintyOf, outputUncertainty } from '../kit/sureness'
import { correctionFor } from '../ledger/corrections'
import { ledgerOf, type Ledger } from '../ledger/ledger'
import type { SourceId } from '../ledger/terms'
import type { Light, LightId, Place, Plan } from '../plan/plan'
import { dialMarks } from '../scales/dial'
import { transportOf } from '../set/remembered'
import { distance, scale, type Vec } from '../set/vec'
import { setBefore } from './expected'
import type { Frame } from './frame'

export type Cause =
  | { readonly kind: 'as-expected' }
  | { readonly kind: 'not-fired'; readonly light: LightId }
  | { readonly kind: 'other-mark'; readonly light: LightId; readonly powerStops: number }
  | { readonly kind: 'output'; readonly light: LightId; readonly stops: number }
  | { readonly kind: 'modifier'; readonly light: LightId; readonly stops: number }
  | { readonly kind: 'distance'; readonly light: LightId; readonly distanceMm: number }
  /** by so many stops more than it was read; of one that was not read, the level it has */
  | { readonly kind: 'ambient'; readonly stops: number; readonly read: boolean }
  /** all light alike: the lens, a filter or the ISO was not as noted */
  | { readonly kind: 'exposure'; readonly stops: number }

/** One figure a cause may have, and what it would make of the frame. */
export interface Case {
  readonly cause: Cause
  /** share of the cause's own likelihood; all of a hypothesis sum to 1 */
  readonly weight: number
  /** level at each place, stops */
  readonly levels: ReadonlyMap<Place, number>
}
export interface Hypothesis {
  /** how likely before the frame, against the others */
  readonly prior: number
  readonly cases: readonly Case[]
}

/** How often each is to blame; a light's for each light. Source: common practice, no source. */
const PRIOR = {
  asExpected: 0.45,
  output: 0.16,
  modifier: 0.1,
  distance: 0.08,
  notFired: 0.05,
  otherMark: 0.06,
  ambient: 0.06,
  exposure: 0.04
}
/** How far figures stray: ±, stops; of a distance, its natural logarithm. Common practice, no source. */
const SPREAD = { corrected: 0.15, distance: 0.08, ambient: 0.5 }
/** Steps of a spread either way, and how many a figure is tried at. */
const [WIDE, TRIES] = [3, 31]
/** A lamp that somebody switches on, or a lens that does not close, is worth up to so many stops. */
const SURPRISE = { from: 0.5, to: 8, step: 0.25 }
/** Share of the ambient's chance that is such a surprise. */
const SURPRISED = 0.5
/** A lamp where no ambient was known, stops. */
const UNKNOWN_AMBIENT = { from: -10, to: 2, step: 0.5 }

/** Figures of a bell, each with its share; the middle itself is no cause. */
function bell(spread: number): readonly (readonly [value: number, weight: number])[] {
  const tries = Array.from({ length: TRIES }, (_, i) => WIDE * ((2 * i) / (TRIES - 1) - 1))
  const kept = tries.filter((x) => Math.abs(x) > 0.25)
  const sum = kept.reduce((total, x) => total + Math.exp((-x * x) / 2), 0)
  return kept.map((x) => [x * spread, Math.exp((-x * x) / 2) / sum] as const)
}
function evenly({ from, to, step }: typeof SURPRISE): number[] {
  return Array.from({ length: Math.round((to - from) / step) + 1 }, (_, i) => from + i * step)
}

type Shift = (source: SourceId, place: Place) => number

/** Levels at each place when each source's light there is shifted; −Infinity for none at all. */
function shifted({ rows, places }: Ledger, shift: Shift): ReadonlyMap<Place, number> {
  const levels = new Map<Place, number>()
  for (const place of places) {
    let light = 0
    for (const { source, cells } of rows)
      light += 2 ** ((cells[place]?.level ?? -Infinity) + shift(source, place))
    levels.set(place, Math.log2(light))
  }
  return levels
}

const only =
  (source: SourceId, stops: number): Shift =>
  (each) =>
    each === source ? stops : 0

/** How many stops a light gains at a place when its head stands at another distance. */
function moved(from: Vec, to: Vec, at: Vec): number {
  return 2 * Math.log2(distance(from, at) / Math.max(1, distance(to, at)))
}

/** Each light's own causes. */
function ofLight(plan: Plan, ledger: Ledger, light: Light): Hypothesis[] {
  const { id } = light
  const one = (cause: Cause, weight: number, shift: Shift): Case => ({
    cause,
    weight,
    levels: shifted(ledger, shift)
  })
  const known = correctionFor(plan, id, 'subject')
  const output = known
    ? Math.max(0.1, known.uncertaintyStops)
    : Math.hypot(outputUncertainty(light.strobe), markUncertaintyOf(light.strobe, light.powerStops))
  const marks = dialMarks(light.strobe.dial).filter(
    ({ stops }) => Math.abs(stops - light.powerStops) > 0.05
  )
  // The next marks are the likeliest slips; full power is what a head wakes up at.
  const slips = marks.map(({ stops }) => ({
    stops,
    weight: 2 ** -Math.abs(stops - light.powerStops) + (stops === 0 ? 0.25 : 0)
  }))
  const slipSum = slips.reduce((sum, { weight }) => sum + weight, 0)
  const hypotheses: Hypothesis[] = [
    {
      prior: PRIOR.notFired,
      cases: [one({ kind: 'not-fired', light: id }, 1, only(id, -Infinity))]
    },
    {
      prior: PRIOR.otherMark,
      cases: slips.map(({ stops, weight }) =>
        one(
          { kind: 'other-mark', light: id, powerStops: stops },
          weight / slipSum,
          only(id, stops - light.powerStops)
        )
      )
    },
    {
      prior: PRIOR.output,
      cases: bell(output).map(([stops, weight]) =>
        one({ kind: 'output', light: id, stops }, weight, only(id, stops))
      )
    }
  ]
  if (light.modifiers.length > 0) {
    const spread = known
      ? SPREAD.corrected
      : Math.max(0.1, Math.hypot(...light.modifiers.map(lossUncertainty)))
    hypotheses.push({
      prior: PRIOR.modifier,
      cases: bell(spread).map(([stops, weight]) =>
        one({ kind: 'modifier', light: id, stops }, weight, only(id, stops))
      )
    })
  }
  if (light.mount !== 'lens') hypotheses.push(distanceOf(plan, ledger, light))
  return hypotheses
}

function distanceOf(plan: Plan, ledger: Ledger, light: Light): Hypothesis {
  const { scene } = transportOf(plan)
  const head = scene.heads[plan.lights.indexOf(light)]!
  const spots = new Map(scene.places.map((place) => [place.id, place.at]))
  return {
    prior: PRIOR.distance,
    cases: bell(SPREAD.distance).map(([ln, weight]) => {
      const factor = Math.exp(ln)
      const to = scale(head.at, factor)
      return {
        cause: {
          kind: 'distance',
          light: light.id,
          distanceMm: Math.round(light.at.distanceMm * factor)
        },
        weight,
        levels: shifted(ledger, (source, place) =>
          source === light.id ? moved(head.at, to, spots.get(place)!) : 0
        )
      }
    })
  }
}

/** The ambient's causes: it drifted, or a lamp was switched on. */
function ofAmbient(ledger: Ledger): Hypothesis {
  const known = Object.values(ledger.ambient).some((cell) => cell.state === 'known')
  if (!known) {
    const levels = evenly(UNKNOWN_AMBIENT)
    return {
      prior: PRIOR.ambient,
      cases: levels.map((stops) => ({
        cause: { kind: 'ambient', stops, read: false },
        weight: 1 / levels.length,
        levels: new Map(
          ledger.places.map((place) => [place, Math.log2(2 ** ledger.flash[place]! + 2 ** stops)])
        )
      }))
    }
  }
  const lamps = evenly(SURPRISE)
  const tries = [
    ...bell(SPREAD.ambient).map(([stops, weight]) => [stops, weight * (1 - SURPRISED)] as const),
    ...lamps.map((stops) => [stops, SURPRISED / lamps.length] as const)
  ]
  return {
    prior: PRIOR.ambient,
    cases: tries.map(([stops, weight]) => ({
      cause: { kind: 'ambient', stops, read: true },
      weight,
      levels: shifted(ledger, only('ambient', stops))
    }))
  }
}

function ofExposure(ledger: Ledger): Hypothesis {
  const surprises = evenly(SURPRISE).flatMap((stops) => [stops, -stops])
  return {
    prior: PRIOR.exposure,
    cases: surprises.map((stops) => ({
      cause: { kind: 'exposure', stops },
      weight: 1 / surprises.length,
      levels: shifted(ledger, () => stops)
    }))
  }
}

/**
 * Every cause there may be for what a frame showed; the first is that nothing is wrong.
 * @param now the plan now: what other frames taught
 */
export function causesOf(frame: Frame, now: Plan): Hypothesis[] {
  const plan = setBefore(frame, now)
  const ledger = ledgerOf(plan)
  const lit = plan.lights.filter((light) => light.on)
  return [
    {
      prior: PRIOR.asExpected,
      cases: [{ cause: { kind: 'as-expected' }, weight: 1, levels: shifted(ledger, () => 0) }]
    },
    ...lit.flatMap((light) => ofLight(plan, ledger, light)),
    ofAmbient(ledger),
    ofExposure(ledger)
  ]
}
