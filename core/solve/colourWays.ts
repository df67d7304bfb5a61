/**
 * Ways to bring the colours of strobes and lamps together with the filters in the bag: the balance
 * made for the strobes as they are, gels that match them to the light behind the subject, and a
 * filter on the lens with its opposite on every strobe. Each says what it costs every light and what
 * still tints.
 */
import { balanceFor, channelStops, tintOf, type Balance, type Rgb } from '../colour/balance'
import { product, type Spectrum } from '../colour/bands'
import { transmissionOf } from '../colour/filters'
import { through } from '../colour/light'
import { chromaticityOf, luminanceOf, xyzOf } from '../colour/observer'
import { spectrumOf } from '../colour/sources'
import { kelvinAt, miredOf, temperatureOf } from '../colour/temperature'
import type { Filter } from '../kit/kit'
import { lampBehind } from '../ledger/colours'
import { lampOf, lightFilterStops } from '../ledger/sourceColours'
import { isLocked } from '../plan/path'
import type { Light, LightId, Plan } from '../plan/plan'
import { chooseOnDial } from '../scales/dial'

export type ColourWayKind = 'strobes' | 'match' | 'complement'

export interface LightPart {
  readonly id: LightId
  readonly filters: readonly Filter[]
  /** what its gels and the filter on the lens take, stops ≤ 0 */
  readonly costStops: number
  /** the mark nearest to holding its level */
  readonly powerStops: number
  /** what that mark gives more (+) or less than it takes */
  readonly offStops: number
  /** red, green, blue of a grey card against its luminance */
  readonly stops: Rgb
}

export interface ColourWay {
  readonly kind: ColourWayKind
  readonly balance: Balance
  readonly lensFilters: readonly Filter[]
  readonly lights: readonly LightPart[]
  /** red or blue of the worst light off its green, stops */
  readonly offStops: number
  /** what the light behind the subject looks like then; what the filter takes of it, stops */
  readonly lamp: { readonly stops: Rgb; readonly costStops: number }
}

/** Most gels one over another that are tried. */
const MOST_GELS = 3
/** A gel more, and a stop more, must be worth this much nearer to neutral; stops. */
const A_GEL = 0.02
const A_STOP = 0.01
/** Ways of each kind that are offered. */
const MOST_OFFERED = 3
/** As fine as cameras set a balance. */
const KELVIN_STEP = 50

interface Stack {
  readonly filters: readonly Filter[]
  readonly transmitted: Spectrum | null
}

/** Every stack of the bag's filters, sheets doubled too. */
function stacksOf(bag: readonly Filter[]): Stack[] {
  const all: Stack[] = [{ filters: [], transmitted: null }]
  let last: { from: number; stack: Stack }[] = [{ from: 0, stack: all[0]! }]
  for (let gels = 1; gels <= MOST_GELS; gels++) {
    last = last.flatMap(({ from, stack }) =>
      bag.slice(from).map((filter, i) => {
        const own = transmissionOf(filter.colour)
        return {
          from: from + i,
          stack: {
            filters: [...stack.filters, filter],
            transmitted: stack.transmitted ? product(stack.transmitted, own) : own
          }
        }
      })
    )
    all.push(...last.map(({ stack }) => stack))
  }
  return all
}

const offGreen = ([red, green, blue]: Rgb): number =>
  Math.max(Math.abs(red - green), Math.abs(blue - green))

interface Fit {
  readonly filters: readonly Filter[]
  readonly stops: Rgb
  readonly off: number
  readonly score: number
}
/** The stacks that bring a light nearest to white under a balance, best first. */
function fitsOf(light: Spectrum, stacks: readonly Stack[], balance: Balance, most: number): Fit[] {
  const own = luminanceOf(light)
  const best: Fit[] = []
  for (const { filters, transmitted } of stacks) {
    const left = transmitted ? product(light, transmitted) : light
    const stops = channelStops(tintOf(left, balance))
    const off = offGreen(stops)
    const cost = Math.log2(own / luminanceOf(left))
    const score = off + A_GEL * filters.length + A_STOP * cost
    if (!Number.isFinite(score) || (best.length >= most && score >= best[most - 1]!.score)) continue
    best.push({ filters, stops, off, score })
    best.sort((a, b) => a.score - b.score)
    best.length = Math.min(best.length, most)
  }
  return best
}

const lit = (plan: Plan): Light[] => plan.lights.filter(({ on }) => on)
const lampSpectrum = (light: Light): Spectrum => spectrumOf(lampOf(light))

/** The plan with a way taken; a light whose power is locked keeps it. */
export const withColourWay = (plan: Plan, way: ColourWay): Plan => ({
  ...plan,
  balance: way.balance,
  lensFilters: [...way.lensFilters],
  lights: plan.lights.map((light) => {
    const part = way.lights.find(({ id }) => id === light.id)
    return part ? { ...light, filters: [...part.filters], powerStops: part.powerStops } : light
  })
})

function wayOf(
  plan: Plan,
  kind: ColourWayKind,
  balance: Balance,
  lens: Filter | null,
  fits: readonly Fit[]
): ColourWay {
  const lensFilters = lens ? [lens] : []
  const lamp = spectrumOf(lampBehind(plan))
  const seen = through(lamp, lens && transmissionOf(lens.colour))
  return {
    kind,
    balance,
    lensFilters,
    offStops: Math.max(0, ...fits.map(({ off }) => off)),
    lamp: {
      stops: channelStops(tintOf(seen, balance)),
      costStops: Math.log2(luminanceOf(seen) / luminanceOf(lamp))
    },
    lights: lit(plan).map((light, i) => {
      const { filters, stops } = fits[i]!
      const before = lightFilterStops(plan, light)
      const costStops = lightFilterStops({ lensFilters }, { ...light, filters: [...filters] })
      const wanted = light.powerStops + before - costStops
      const powerStops = isLocked(plan, `lights.${light.id}.powerStops`)
        ? light.powerStops
        : chooseOnDial(light.strobe.dial, wanted).mark.stops
      return { id: light.id, filters, costStops, powerStops, offStops: powerStops - wanted, stops }
    })
  }
}

const rounded = (found: { kelvin: number; tint: number }): Balance => ({
  kind: 'kelvin',
  kelvin: Math.round(found.kelvin / KELVIN_STEP) * KELVIN_STEP,
  tint: Math.round(found.tint)
})

/** A light whose gels are locked keeps its own. */
const stacksFor = (plan: Plan, light: Light, stacks: readonly Stack[]): readonly Stack[] =>
  isLocked(plan, `lights.${light.id}.filters`)
    ? [
        {
          filters: light.filters,
          transmitted: light.filters
            .map(({ colour }) => transmissionOf(colour))
            .reduce<Spectrum | null>((all, own) => (all ? product(all, own) : own), null)
        }
      ]
    : stacks

/** Balance for the strobes as their lamps are. */
function forStrobes(plan: Plan, none: readonly Stack[]): ColourWay[] {
  const [key] = lit(plan)
  const found = key && balanceFor(chromaticityOf(xyzOf(lampSpectrum(key))))
  if (!found) return []
  const balance = rounded(found)
  const fits = lit(plan).map(
    (light) => fitsOf(lampSpectrum(light), stacksFor(plan, light, none), balance, 1)[0]
  )
  return fits.every((fit) => fit !== undefined) ? [wayOf(plan, 'strobes', balance, null, fits)] : []
}

/**
 * Gels that make the strobes white under the balance of the light behind the subject; or as much
 * cooler than it as the background is to look warmer.
 */
function matched(plan: Plan, stacks: readonly Stack[]): ColourWay[] {
  const lamp = chromaticityOf(xyzOf(spectrumOf(lampBehind(plan))))
  const cast = plan.goals.cast?.mired ?? 0
  const { kelvin } = temperatureOf(lamp)
  const found =
    cast === 0 ? balanceFor(lamp) : { kelvin: kelvinAt(miredOf(kelvin) - cast), tint: 0 }
  if (!found || !(found.kelvin >= 2000 && found.kelvin <= 15000)) return []
  const balance = rounded(found)
  const fits = lit(plan).map((light) =>
    fitsOf(lampSpectrum(light), stacksFor(plan, light, stacks), balance, MOST_OFFERED)
  )
  // A light without red, green or blue is made white by nothing.
  if (fits.some((list) => list.length === 0)) return []
  const most = Math.min(MOST_OFFERED, Math.max(0, ...fits.map(({ length }) => length)))
  return Array.from({ length: most }, (_, n) =>
    wayOf(
      plan,
      'match',
      balance,
      null,
      fits.map((list) => list[Math.min(n, list.length - 1)]!)
    )
  )
}

/** Where a complement leaves the subject this far off it is none; stops. */
const COMPLEMENT_WITHIN = 0.25
/** A filter that tints what the strobes do not light by less than this does nothing; stops. */
const TINTS_FROM = 0.15

/** A filter on the lens, its opposite on every strobe, the balance as it is. */
function complements(plan: Plan, bag: readonly Filter[], stacks: readonly Stack[]): ColourWay[] {
  const bare = channelStops(tintOf(spectrumOf(lampBehind(plan)), plan.balance))
  return bag
    .flatMap((lens) => {
      const own = transmissionOf(lens.colour)
      const fits = lit(plan).map(
        (light) =>
          fitsOf(
            product(lampSpectrum(light), own),
            stacksFor(plan, light, stacks),
            plan.balance,
            1
          )[0]
      )
      if (!fits.every((fit) => fit !== undefined && fit.off <= COMPLEMENT_WITHIN)) return []
      const way = wayOf(plan, 'complement', plan.balance, lens, fits as Fit[])
      const tinted = Math.max(...way.lamp.stops.map((value, k) => Math.abs(value - bare[k]!)))
      return tinted >= TINTS_FROM && way.lights.some(({ filters }) => filters.length > 0)
        ? [way]
        : []
    })
    .sort((a, b) => a.offStops - b.offStops)
    .slice(0, MOST_OFFERED)
}

/**
 * Ways worth offering: the balance alone, gels that match, then complements. The bag is the plan's.
 * @returns empty where no light is on
 */
export function colourWays(plan: Plan): ColourWay[] {
  if (lit(plan).length === 0) return []
  const { filters } = plan.bag
  const none = stacksOf([])
  const all = stacksOf(filters)
  // On top of a filter on the lens up to two gels are tried, so that a full bag is gone through.
  const few = all.filter((stack) => stack.filters.length < MOST_GELS)
  return [
    ...forStrobes(plan, none),
    ...(filters.length ? matched(plan, all) : []),
    ...complements(plan, filters, few)
  ]
}
