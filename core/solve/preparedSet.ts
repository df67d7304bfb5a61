/**
 * A set prepared for the search: what every light gives at every place at full power, and what each
 * mark of it costs, as plain numbers.
 */
import { outputStops } from '../light/output'
import type { Pulse } from '../light/pulse'
import { flashDuration, flashesPerCharge, pulseOf, recycleSeconds } from '../light/strobe'
import { ledgerOf, type Ledger } from '../ledger/ledger'
import { fillShares, ratioPlaces } from '../ledger/ratios'
import type { Light, Plan } from '../plan/plan'
import { keyLight } from '../set/places'
import {
  levelGoal,
  missCost,
  placesOfGoal,
  type WeightedGoal,
  type LevelGoal
} from './weightedGoals'
import { heldAt, isFree, lightPrice } from './score'
import type { SearchSpace } from './searchSpace'

export interface PreparedLight {
  readonly light: Light
  readonly marks: Float64Array
  /** what each mark gives, stops below full */
  readonly outputs: Float64Array
  /**
   * what each mark costs whatever the shutter: by itself, by its recycle, by the flashes of a
   * charge
   */
  readonly prices: Float64Array
  readonly recycleCost: Float64Array
  readonly flashesCost: Float64Array
  /** t0.1 at each mark, s */
  readonly durations: Float64Array
  /** the flash at each mark */
  readonly pulses: readonly Pulse[]
  /** linear light at each place at full power, f/1, ISO 100 */
  readonly gives: Float64Array
  readonly fillShare: number
  /** what it gives where its level is to be held, for a light without a goal; null for none */
  readonly heldGives: number | null
  readonly heldLevel: number
}

export interface PreparedSet {
  readonly plan: Plan
  readonly subject: number
  /** where the ratio takes the key and the fill; −1 where there is no such place */
  readonly over: number
  readonly under: number
  readonly key: number
  readonly lights: readonly PreparedLight[]
  /** linear ambient at each place at f/1, 1 s, ISO 100 */
  readonly ambient: Float64Array
  readonly goalById: ReadonlyMap<string, WeightedGoal>
  readonly levels: readonly LevelGoal[]
  readonly ratio: LevelGoal | null
}

const OPEN = { apertureStops: 0, isoStops: 0, ndStops: 0 } as const

/**
 * @param from the plan as it stands
 * @param was its ledger
 * @param set the plan with the set to try
 */
export function prepareSet(
  from: Plan,
  was: Ledger,
  set: Plan,
  space: SearchSpace,
  goals: readonly WeightedGoal[]
): PreparedSet {
  const shutterStops = set.camera.slowestShutterStops
  const open: Plan = {
    ...set,
    settings: { ...set.settings, ...OPEN, shutterStops },
    lights: set.lights.map((light) => ({ ...light, powerStops: 0 }))
  }
  const ledger = ledgerOf(open)
  const { over, under } = ratioPlaces(set)
  const needed = new Set([
    'subject',
    over,
    under,
    ...goals.flatMap(({ goal }) => placesOfGoal(goal, set))
  ])
  const places = ledger.places.filter((place) => needed.has(place))
  const shares = fillShares(open)
  const goalById = new Map(goals.map((each) => [each.goal.id as string, each]))
  const ratio = goalById.get('keyFill')
  const lit = set.lights.map((light, i) => ({ light, i })).filter(({ light }) => light.on)
  const key = keyLight(set)
  return {
    plan: set,
    subject: places.indexOf('subject'),
    over: places.indexOf(over),
    under: shares === null ? -1 : places.indexOf(under),
    key: lit.findIndex(({ light }) => light.id === key.id),
    ambient: Float64Array.from(
      places,
      (place) => 2 ** (ledger.ambient[place]!.level + shutterStops)
    ),
    goalById,
    levels: goals
      .filter(({ goal }) => placesOfGoal(goal, set).length > 0)
      .map((each) => levelGoal(each, places, set)),
    ratio: ratio ? levelGoal(ratio, places, set) : null,
    lights: lit.map(({ light, i }) => {
      const { strobe } = light
      const marks = Float64Array.from(space.powers[i]!)
      const held = isFree(from, from.lights[i]!) ? heldAt(was, from.lights[i]!) : null
      const row = ledger.rows[i + 1]!
      return {
        light,
        marks,
        outputs: marks.map((stops) => outputStops(strobe, stops)),
        prices: marks.map((stops) => lightPrice(light, stops)),
        recycleCost: marks.map((stops) =>
          missCost(goalById.get('recycle'), recycleSeconds(stops, strobe))
        ),
        flashesCost: marks.map((stops) =>
          missCost(goalById.get('flashes'), flashesPerCharge(stops, strobe))
        ),
        durations: marks.map((stops) => flashDuration(stops, strobe)),
        pulses: Array.from(marks, (stops) => pulseOf(stops, strobe)),
        gives: Float64Array.from(places, (place) => 2 ** row.cells[place]!.level),
        fillShare: shares?.[i] ?? 0,
        heldGives: held === null ? null : 2 ** row.cells[held]!.level,
        heldLevel: held === null ? 0 : was.rows[i + 1]!.cells[held]!.level
      }
    })
  }
}
