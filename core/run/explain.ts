/**
 * What explains a frame, ranked: each cause by how likely it is and by how well the levels it would
 * leave fit those that were found (Bayes' rule, each cause's own figure summed over).
 */
import type { PatchLevel } from '../measure/patch'
import type { Place } from '../plan/plan'
import type { Case, Cause, Hypothesis } from './causes'
import { heldAgainst } from './expected'

export interface Found extends Pick<PatchLevel, 'level' | 'limit' | 'uncertaintyStops'> {
  readonly place: Place
}
export interface Explanation {
  readonly cause: Cause
  /** how likely, of all that are held against it; 0–1 */
  readonly share: number
  /** ± of the cause's own figure, stops; 0 where it has none */
  readonly uncertaintyStops: number
  /** by how much the places that were read would still be off, in the middle, stops */
  readonly leftStops: number
}

/**
 * What the sum is off by at a place even when nothing is wrong, stops: by its terms at the subject,
 * by bounced light and edges elsewhere (docs/physics.md).
 */
const MODEL = { subject: 0.12, elsewhere: 0.3 }
/** A patch may lie on something else than the place it is for: so often, and anywhere in so many. */
const STRAY = { share: 0.03, stops: 14 }
/** What changes no place that was read by more is not told from nothing wrong, stops. */
const UNSEEN = 0.1

const widthOf = ({ place, uncertaintyStops }: Found): number =>
  Math.hypot(uncertaintyStops, place === 'subject' ? MODEL.subject : MODEL.elsewhere)

/** The upper tail of a bell. Source: Abramowitz and Stegun 7.1.27, to 5e−4 (from memory). */
function tail(x: number): number {
  const z = Math.abs(x) / Math.SQRT2
  const half =
    0.5 / (1 + 0.278393 * z + 0.230389 * z ** 2 + 0.000972 * z ** 3 + 0.078108 * z ** 4) ** 4
  return x >= 0 ? half : 1 - half
}

/** How likely a reading is where a level is so; a limit counts all that lies past it. */
function likelihood(found: Found, level: number): number {
  const width = widthOf(found)
  const off = (found.level - level) / width
  const straight =
    found.limit === 'exact'
      ? Math.exp((-off * off) / 2) / (width * Math.sqrt(2 * Math.PI))
      : // At most 0 found where 2 are expected: the level must lie under what was found.
        (found.limit === 'at-most' ? tail(-off) : tail(off)) / width
  const stray = found.limit === 'exact' ? 1 / STRAY.stops : 0.5 / width
  return (1 - STRAY.share) * straight + STRAY.share * stray
}

const fits = (found: readonly Found[], { levels }: Case): number =>
  found.reduce((product, each) => product * likelihood(each, levels.get(each.place)!), 1)

/** How far the readings would still be off, those within a limit by nothing: the middle one. */
function leftOf(found: readonly Found[], { levels }: Case): number {
  const off = found
    .map((each) => {
      const { offStops, fits: kept } = heldAgainst(levels.get(each.place)!, each)
      return kept && each.limit !== 'exact' ? 0 : Math.abs(offStops)
    })
    .sort((a, b) => a - b)
  return off[Math.floor((off.length - 1) / 2)]!
}

const figureOf = (cause: Cause): number =>
  cause.kind === 'distance' ? 2 * Math.log2(cause.distanceMm) : 'stops' in cause ? cause.stops : 0

interface Weighed {
  readonly one: Case
  readonly weight: number
}
const total = (cases: readonly Weighed[]): number =>
  cases.reduce((sum, { weight }) => sum + weight, 0)

/** A cause by its best figure, and how far its figure may lie from that. */
function weighedUp(cases: readonly Weighed[]) {
  const sum = total(cases)
  const best = cases.reduce((a, b) => (b.weight > a.weight ? b : a)).one
  const over = (of: (figure: number) => number): number =>
    cases.reduce((all, { one, weight }) => all + weight * of(figureOf(one.cause)), 0) / sum
  const mean = over((figure) => figure)
  const spread = Math.sqrt(over((figure) => (figure - mean) ** 2))
  return { sum, best, spread: sum > 0 ? spread : 0 }
}

/** Explanations that are hardly ever right are left out. */
const LEAST_SHARE = 0.02

/**
 * @param hypotheses of `causesOf` the frame: they stand as long as frame and plan do
 * @param found what the frame showed at places of the ledger
 * @returns the likeliest first; none without a reading at a place of the ledger
 */
export function explain(hypotheses: readonly Hypothesis[], found: readonly Found[]): Explanation[] {
  const known = hypotheses[0]!.cases[0]!.levels
  const told = found.filter(({ place }) => known.has(place) && place !== 'lens')
  if (told.length === 0) return []
  const unseen = ({ levels }: Case): boolean =>
    told.every(({ place }) => Math.abs(levels.get(place)! - known.get(place)!) < UNSEEN)
  let nothing = 0
  const weighed = hypotheses.slice(1).flatMap(({ prior, cases }) => {
    const each = cases.map((one) => ({ one, weight: prior * one.weight * fits(told, one) }))
    const seen = each.filter(({ one }) => !unseen(one))
    nothing += total(each) - total(seen)
    return seen.length > 0 ? [weighedUp(seen)] : []
  })
  const [expected] = hypotheses[0]!.cases
  nothing += hypotheses[0]!.prior * fits(told, expected!)
  weighed.push({ sum: nothing, best: expected!, spread: 0 })
  const all = weighed.reduce((sum, each) => sum + each.sum, 0)
  if (!(all > 0)) return []
  return weighed
    .map(({ sum, best, spread }) => ({
      cause: best.cause,
      share: sum / all,
      uncertaintyStops: best.cause.kind === 'other-mark' ? 0 : spread,
      leftStops: leftOf(told, best)
    }))
    .filter(({ share }) => share >= LEAST_SHARE)
    .sort((a, b) => b.share - a.share)
}
