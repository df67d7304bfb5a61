/**
 * Branch and bound over the powers of all lights on their dials. A branch is left only when the
 * best it could still give is worse than what is kept already: exact up to `EXACT_LIGHTS`, nearly
 * so past them.
 */
import { GHOST_LEVEL, SHOWS_WITHIN } from '../ledger/freeze'
import { DUST, FAR_OFF } from './goals'
import { missCost, type LevelGoal } from './weightedGoals'
import { WEIGHT } from './score'
import type { CaseLight, ShutterCase } from './shutterCase'

/**
 * What a level goal costs at the least when the level will lie between two linear values.
 * @param limit the goal's, linear too
 * @returns Infinity when a hard goal cannot be kept
 */
function levelCost(goal: LevelGoal, limit: number, low: number, high: number): number {
  if (goal.about ? low <= limit && limit <= high : low <= limit) return 0
  const by = Math.min(FAR_OFF, Math.abs(Math.log2((low > limit ? low : high) / limit)))
  const miss = by - (goal.about ? goal.tolerance : 0)
  const close = goal.about ? WEIGHT.close * by : 0
  return miss <= DUST ? close : goal.weight === null ? Infinity : goal.weight * miss + close
}

/** Up to so many lights the search is exact. */
export const EXACT_LIGHTS = 4
/**
 * With more there are too many all but equal mixtures to tell apart: of each light the two most
 * promising marks are followed, and what is not better by this much is let go (in the units of the
 * score a tenth is a fifth of a stop off a goal).
 */
const MANY = { slack: 0.1, breadth: 2 }

export interface Found {
  readonly cost: number
  /** index of the mark of each light */
  readonly marks: readonly number[]
}

const SHOWS = 2 ** -SHOWS_WITHIN

/**
 * Best powers for one shutter and one amount of light taken by aperture, ISO and ND.
 * @param takenStops aperture + ND − ISO
 * @param limit only what costs less is of interest
 * @returns null when nothing does
 */
export function bestPowers(
  shutterCase: ShutterCase,
  takenStops: number,
  limit: number
): Found | null {
  const { lights, low, high, scratch } = shutterCase
  const { levels, ratio, subject, over, under, key, goalById } = shutterCase.set
  const { sums, spent, blur, recycle, flashes, strongest, fill } = scratch
  const L = lights.length
  const J = sums[0]!.length
  const ghost = missCost(
    goalById.get('ghost'),
    Math.log2(sums[0]![subject]!) - takenStops > GHOST_LEVEL + DUST ? shutterCase.ambientPx : 0
  )
  if (ghost >= limit) return null

  const limits = levels.map((goal) => 2 ** (goal.limit + takenStops))
  /**
   * Everything is added up before aperture, ISO and ND; instead the limits are raised by what those
   * take.
   */
  const leastLevelCost = (d: number): number => {
    let cost = 0
    for (let g = 0; g < levels.length; g++) {
      const goal = levels[g]!
      let l = 0
      let h = 0
      for (const j of goal.places) {
        l = Math.max(l, sums[d]![j]! + low[d]![j]!)
        h = Math.max(h, sums[d]![j]! + high[d]![j]!)
      }
      cost += levelCost(goal, limits[g]!, l, h)
      if (cost === Infinity) return cost
    }
    return cost
  }

  const marks = new Array<number>(L).fill(0)
  const own = (i: number): number =>
    lights[i]!.prepared.gives[subject]! * lights[i]!.factors[marks[i]!]!
  const ratioLimit = ratio ? 2 ** ratio.limit : 0
  /** Key over fill with d lights set. */
  const leastRatioCost = (d: number): number => {
    if (!ratio) return 0
    if (over < 0 || under < 0 || key < 0) return levelCost(ratio, ratioLimit, Infinity, Infinity)
    const { prepared, factors, most: top, least: low } = lights[key]!
    const gives = prepared.gives[over]!
    const most = gives * (key < d ? factors[marks[key]!]! : top)
    const least = key < d ? most : gives * low
    const l = least / (fill[d]! + shutterCase.highFill[d]!)
    const h = most / (fill[d]! + shutterCase.lowFill[d]!)
    return Number.isNaN(l) || Number.isNaN(h)
      ? levelCost(ratio, ratioLimit, Infinity, Infinity)
      : levelCost(ratio, ratioLimit, l, h)
  }

  /**
   * What a light's mark costs by itself: its price, and how far it moves a level that is to be
   * held.
   */
  const alone = ({ prepared, held }: CaseLight, k: number): number => {
    if (held.length === 0) return prepared.prices[k]!
    const moved = Math.abs(held[k]! - takenStops - prepared.heldLevel)
    return prepared.prices[k]! + WEIGHT.balance * (Number.isFinite(moved) ? moved : FAR_OFF)
  }
  if (ghost + leastLevelCost(0) + leastRatioCost(0) >= limit) return null
  // The least all lights from the d-th on can cost by themselves.
  const rest = new Array<number>(L + 1).fill(0)
  for (let d = L - 1; d >= 0; d--) {
    let least = Infinity
    for (let k = 0; k < lights[d]!.factors.length; k++)
      least = Math.min(least, alone(lights[d]!, k))
    rest[d] = rest[d + 1]! + least
  }

  let best: Found | null = null
  const many = L > EXACT_LIGHTS
  const slack = many ? MANY.slack : 0
  let worth = limit - slack

  const addUp = (d: number, factor: number): void => {
    const { gives } = lights[d]!.prepared
    for (let j = 0; j < J; j++) sums[d + 1]![j] = sums[d]![j]! + gives[j]! * factor
  }
  /**
   * Puts light d at a mark. It surely shows when nothing that may still come can outshine it by so
   * much.
   */
  const put = (d: number, k: number): void => {
    const { prepared, factors, blurCost } = lights[d]!
    const gives = prepared.gives[subject]! * factors[k]!
    marks[d] = k
    strongest[d + 1] = Math.max(strongest[d]!, gives)
    const shows = gives > Math.max(strongest[d + 1]!, shutterCase.strongest[d + 1]!) * SHOWS
    spent[d + 1] = spent[d]! + alone(lights[d]!, k)
    blur[d + 1] = shows ? Math.max(blur[d]!, blurCost[k]!) : blur[d]!
    recycle[d + 1] = Math.max(recycle[d]!, prepared.recycleCost[k]!)
    flashes[d + 1] = Math.max(flashes[d]!, prepared.flashesCost[k]!)
    if (under >= 0)
      fill[d + 1] = fill[d]! + prepared.gives[under]! * prepared.fillShare * factors[k]!
    addUp(d, factors[k]!)
  }
  /** What is spent with d lights set, levels and ratio left open. */
  const spentFor = (d: number): number =>
    spent[d]! + blur[d]! + recycle[d]! + flashes[d]! + rest[d]!

  /** All lights set: now it is known which show. */
  const blurAtEnd = (): number => {
    let strongest = 0
    for (let i = 0; i < L; i++) strongest = Math.max(strongest, own(i))
    let worst = 0
    let shows = false
    for (let i = 0; i < L; i++) {
      if (strongest === 0 || own(i) <= strongest * SHOWS) continue
      shows = true
      worst = Math.max(worst, lights[i]!.blurCost[marks[i]!]!)
    }
    return shows || key < 0 ? worst : lights[key]!.blurCost[marks[key]!]!
  }

  let from = 0
  let to = Infinity
  /** Factors of a light outside which some goal would cost more than there is to spend. */
  const window = (d: number, budget: number): void => {
    const { gives } = lights[d]!.prepared
    from = 0
    to = Infinity
    for (let g = 0; g < levels.length; g++) {
      const { about, tolerance, weight, places: at } = levels[g]!
      const hard = weight === null ? tolerance : tolerance + budget / weight
      const room = (about ? Math.min(hard, budget / WEIGHT.close) : hard) + DUST * 10
      if (room >= FAR_OFF) continue
      const most = limits[g]! * 2 ** room
      const least = limits[g]! * 2 ** -room
      for (const j of at) {
        if (gives[j]! === 0) continue
        to = Math.min(to, (most - sums[d]![j]! - low[d + 1]![j]!) / gives[j]!)
        if (about) from = Math.max(from, (least - sums[d]![j]! - high[d + 1]![j]!) / gives[j]!)
      }
    }
  }

  const branch = (d: number): void => {
    if (d === L) {
      const cost = spentFor(L) - blur[L]! + blurAtEnd() + leastRatioCost(L) + leastLevelCost(L)
      if (cost < worth) {
        worth = cost - slack
        best = { cost, marks: [...marks] }
      }
      return
    }
    const { factors } = lights[d]!
    const { mark, least } = scratch.order[d]!
    // The most promising marks first: what they lead to cuts off the others.
    let open = 0
    window(d, worth - spent[d]! - rest[d]!)
    for (let k = 0; k < factors.length; k++) {
      if (factors[k]! < from || factors[k]! > to) continue
      put(d, k)
      const certain = spentFor(d + 1)
      if (certain >= worth) continue
      const lowest = certain + leastRatioCost(d + 1) + leastLevelCost(d + 1)
      if (lowest >= worth) continue
      let at = open++
      for (; at > 0 && least[at - 1]! > lowest; at--) {
        mark[at] = mark[at - 1]!
        least[at] = least[at - 1]!
      }
      mark[at] = k
      least[at] = lowest
    }
    if (many) open = Math.min(open, MANY.breadth)
    for (let n = 0; n < open && least[n]! < worth; n++) {
      put(d, mark[n]!)
      branch(d + 1)
    }
  }
  spent[0] = ghost
  branch(0)
  return best
}

/** Ambient this far under a level goal changes nothing there. */
const FAINT = 2 ** -8

/**
 * Whether the ambient is too faint at every level of a goal to matter, so that another shutter with
 * as little of it would do the same. WeightedGoal only where there are too many lights for an exact
 * search.
 * @param ambient linear, at each place, before aperture, ISO and ND
 */
export const isFaint = (
  shutterCase: ShutterCase,
  ambient: Float64Array,
  takenStops: number
): boolean =>
  shutterCase.set.levels.every((goal) =>
    goal.places.every((j) => ambient[j]! <= 2 ** (goal.limit + takenStops) * FAINT)
  )
