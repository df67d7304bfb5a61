/**
 * White balance, and what a light looks like under it: red, green and blue of sRGB's primaries, for
 * luminance 1.
 */
import { inverse, Matrix } from 'ml-matrix'
import { z } from 'zod'
import type { Spectrum } from './bands'
import {
  chromaticityAt,
  chromaticityOf,
  uvOf,
  xyzAt,
  xyzOf,
  type Chromaticity,
  type Uv,
  type Xyz
} from './observer'
import { times, type Rows } from './rows'
import { daylight } from './sources'
import { kelvinAt, miredOf, planckUv } from './temperature'

export type Rgb = readonly [number, number, number]

/** What a camera's named settings stand for, K. Source: common practice, no source. */
export const PRESETS = {
  incandescent: 3000,
  fluorescent: 4200,
  daylight: 5500,
  flash: 5800,
  cloudy: 6500,
  shade: 7500
} as const
export type Preset = keyof typeof PRESETS
export const PRESET_NAMES = Object.keys(PRESETS) as Preset[]

const kelvin = z.number().min(2000).max(15000)
const tint = z
  .number()
  .min(-60)
  .max(60)
  .describe('thousandths of CIE 1960 u, v the light it makes white is greener (+) than white light')

export const balanceSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('preset'), preset: z.enum(PRESET_NAMES) }),
  z.strictObject({ kind: z.literal('kelvin'), kelvin, tint }),
  z
    .strictObject({
      kind: z.literal('card'),
      kelvin,
      tint,
      frameId: z.string().min(1).max(64).nullable().describe('where the card is; null: not noted')
    })
    .describe('what a grey card in a frame was lit by')
])
export type Balance = z.infer<typeof balanceSchema>

export const AS_DAYLIGHT: Balance = { kind: 'preset', preset: 'daylight' }

export const balanceKelvin = (balance: Balance): number =>
  balance.kind === 'preset' ? PRESETS[balance.preset] : balance.kelvin
const balanceTint = (balance: Balance): number => (balance.kind === 'preset' ? 0 : balance.tint)

/** Below the first white light is a black body’s, above the second daylight, between them a blend. */
const GLOWS_TO_K = 3450
const DAYLIGHT_FROM_K = 5000
const COOLEST_DAYLIGHT_K = 4000
const gradually = (share: number): number => share * share * (3 - 2 * share)
/**
 * White light of a temperature. A smooth line: where it had a corner, kelvin and tint beside it
 * would name some light twice.
 */
function whiteUv(kelvinOfIt: number): Uv {
  const mired = miredOf(kelvinOfIt)
  if (kelvinOfIt <= GLOWS_TO_K) return planckUv(mired)
  const dayKelvin = Math.max(COOLEST_DAYLIGHT_K, kelvinOfIt)
  const day = uvOf(chromaticityOf(xyzOf(daylight(dayKelvin))))
  if (kelvinOfIt >= DAYLIGHT_FROM_K) return day
  const share = gradually(
    (miredOf(GLOWS_TO_K) - mired) / (miredOf(GLOWS_TO_K) - miredOf(DAYLIGHT_FROM_K))
  )
  const glow = planckUv(mired)
  const glowBesideIt = planckUv(miredOf(dayKelvin))
  return {
    u: glow.u + share * (day.u - glowBesideIt.u),
    v: glow.v + share * (day.v - glowBesideIt.v)
  }
}

/** Away from the locus of white light at a temperature, by so many thousandths, + greener. */
function offWhite(kelvinOfIt: number, by: number): Uv {
  const at = whiteUv(kelvinOfIt)
  if (by === 0) return at
  const mired = miredOf(kelvinOfIt)
  const next = whiteUv(kelvinAt(mired + 1))
  const before = whiteUv(kelvinAt(mired - 1))
  const [du, dv] = [next.u - before.u, next.v - before.v]
  const length = Math.hypot(du, dv)
  return { u: at.u - ((dv / length) * by) / 1000, v: at.v + ((du / length) * by) / 1000 }
}

/**
 * The kelvin and tint under which light of a chromaticity comes out white.
 * @returns null where no balance a camera has would do
 */
export function balanceFor(chromaticity: Chromaticity): { kelvin: number; tint: number } | null {
  const at = uvOf(chromaticity)
  // Nearest along the locus, by ever finer steps.
  let best = { mired: 0, away: Infinity }
  for (let step = 20, from = 60, to = 500; step >= 0.01; step /= 4) {
    for (let mired = from; mired <= to; mired += step) {
      const white = whiteUv(kelvinAt(mired))
      const away = Math.hypot(white.u - at.u, white.v - at.v)
      if (away < best.away) best = { mired, away }
    }
    from = Math.max(60, best.mired - step)
    to = Math.min(500, best.mired + step)
  }
  const kelvinFound = kelvinAt(best.mired)
  const greener = offWhite(kelvinFound, 1000 * best.away)
  const side = Math.hypot(greener.u - at.u, greener.v - at.v) < best.away ? 1 : -1
  const found = { kelvin: kelvinFound, tint: 1000 * best.away * side }
  const { success } = balanceSchema.safeParse({ kind: 'kelvin', ...found })
  return success ? found : null
}

/** Source: Lam 1985, as in ICC.1 (from memory). */
const BRADFORD: Rows = [
  [0.8951, 0.2664, -0.1614],
  [-0.7502, 1.7135, 0.0367],
  [0.0389, -0.0685, 1.0296]
]
const FROM_BRADFORD = inverse(
  new Matrix(BRADFORD.map((row) => [...row]))
).to2DArray() as unknown as Rows
/** Source: IEC 61966-2-1. */
const TO_SRGB: Rows = [
  [3.2404542, -1.5371385, -0.4985314],
  [-0.969266, 1.8760108, 0.041556],
  [0.0556434, -0.2040259, 1.0572252]
]
const D65 = xyzAt({ x: 0.31272, y: 0.32903 })

/** Chromaticity of the light a balance makes white. */
export const balanceWhite = (balance: Balance): Chromaticity =>
  chromaticityAt(offWhite(balanceKelvin(balance), balanceTint(balance)))
/** The same with luminance 1. */
const whiteOf = (balance: Balance): Xyz => xyzAt(balanceWhite(balance))

const known = new WeakMap<Balance, Rows>()
/** What makes sRGB of tristimulus values under a balance: its white comes out 1, 1, 1. */
function matrixOf(balance: Balance): Rows {
  const before = known.get(balance)
  if (before) return before
  const from = times(BRADFORD, whiteOf(balance))
  const to = times(BRADFORD, D65)
  const gains = to.map((value, k) => value / from[k]!)
  const white = times(TO_SRGB, D65)
  const basis: Rgb[] = [0, 1, 2].map((k) => {
    const unit = [0, 1, 2].map((j) => (j === k ? 1 : 0)) as unknown as Rgb
    const cone = times(BRADFORD, unit).map((value, j) => value * gains[j]!) as unknown as Rgb
    return times(TO_SRGB, times(FROM_BRADFORD, cone))
  })
  const matrix = [0, 1, 2].map((row) =>
    basis.map((column) => column[row]! / white[row]!)
  ) as unknown as Rows
  known.set(balance, matrix)
  return matrix
}

/** Tristimulus values as linear sRGB under a balance; below 0 where sRGB cannot hold them. */
export const balanced = (xyz: Xyz, balance: Balance): Rgb => times(matrixOf(balance), xyz)

/** Tristimulus values of what a balance shows as linear sRGB. */
export const unbalanced = (rgb: Rgb, balance: Balance): Xyz =>
  inverse(new Matrix(matrixOf(balance).map((row) => [...row])))
    .mmul(Matrix.columnVector([...rgb]))
    .to1DArray() as unknown as Xyz

/**
 * What light looks like under a balance, for luminance 1: 1, 1, 1 where it is white.
 * @param light [BANDS]
 */
export function tintOf(light: Spectrum, balance: Balance): Rgb {
  const xyz = xyzOf(light)
  return balanced(xyz, balance).map((value) => value / xyz[1]) as unknown as Rgb
}

/** Channel levels against the luminance, stops; −Infinity where there is none. */
export const channelStops = (tinted: Rgb): Rgb =>
  tinted.map((value) => Math.log2(Math.max(0, value))) as unknown as Rgb
