/**
 * What shines: daylight and flash by the CIE D series, what glows by Planck's law, anything else by
 * its measured table. Spectra are scaled to luminance 1.
 */
import { z } from 'zod'
import { spectrumBy, spectrumSchema, WAVELENGTHS, type Spectrum } from './bands'
import { luminanceOf } from './observer'

/** Photographic daylight, K: what strobes are made for, and the light surfaces are described in. */
export const DAYLIGHT_K = 5500

export const sourceSchema = z.discriminatedUnion('kind', [
  z
    .strictObject({ kind: z.literal('daylight'), kelvin: z.number().min(4000).max(25000) })
    .describe('flash, sun, sky: CIE D series'),
  z
    .strictObject({ kind: z.literal('glowing'), kelvin: z.number().min(1000).max(20000) })
    .describe('what glows, a filament: Planck’s law'),
  z
    .strictObject({ kind: z.literal('table'), spectrum: spectrumSchema })
    .describe('measured: relative power in 31 bands of 10 nm from 400 nm')
])
export type Source = z.infer<typeof sourceSchema>

export const DAYLIGHT: Source = { kind: 'daylight', kelvin: DAYLIGHT_K }

const scaled = (spectrum: Spectrum): Spectrum => {
  const luminance = luminanceOf(spectrum)
  return spectrum.map((value) => value / luminance)
}

/** Second radiation constant, nm·K. Source: CODATA. */
const C2_NM_K = 1.438777e7

/**
 * A black body, luminance 1. Source: Planck's law.
 * @param kelvin above 0
 */
export function planck(kelvin: number): Spectrum {
  if (!(kelvin > 0)) throw new RangeError(`kelvin must be above 0: ${kelvin}`)
  return scaled(spectrumBy((nm) => (560 / nm) ** 5 / Math.expm1(C2_NM_K / (nm * kelvin))))
}

/** Mean and first two components of daylight, by 10 nm. Source: CIE 15 (from memory). */
const S0 = [
  94.8, 104.8, 105.9, 96.8, 113.9, 125.6, 125.5, 121.3, 121.3, 113.5, 113.1, 110.8, 106.5, 108.8,
  105.3, 104.4, 100, 96, 95.1, 89.1, 90.5, 90.3, 88.4, 84, 85.1, 81.9, 82.6, 84.9, 81.3, 71.9, 74.3
]
const S1 = [
  43.4, 46.3, 43.9, 37.1, 36.7, 35.9, 32.6, 27.9, 24.3, 20.1, 16.2, 13.2, 8.6, 6.1, 4.2, 1.9, 0,
  -1.6, -3.5, -3.5, -5.8, -7.2, -8.6, -9.5, -10.9, -10.7, -12, -14, -13.6, -12, -13.3
]
const S2 = [
  -1.1, -0.5, -0.7, -1.2, -2.6, -2.9, -2.8, -2.6, -2.6, -1.8, -1.5, -1.3, -1.2, -1, -0.5, -0.3, 0,
  0.2, 0.5, 2.1, 3.2, 4.1, 4.7, 5.1, 6.7, 7.3, 8.6, 9.8, 10.2, 8.3, 9.6
]

/**
 * A phase of daylight, luminance 1. Source: CIE 15, with the stated D illuminants at 1.4388/1.438
 * times their name in kelvin (D55 is 5503 K): `kelvin` is the name.
 * @param kelvin 4000–25 000
 */
export function daylight(kelvin: number): Spectrum {
  if (!(kelvin >= 4000 && kelvin <= 25000))
    throw new RangeError(`kelvin of daylight must be 4000 to 25 000: ${kelvin}`)
  const t = 1000 / ((kelvin * 1.4388) / 1.438)
  const x =
    kelvin <= 7000
      ? ((-4.607 * t + 2.9678) * t + 0.09911) * t + 0.244063
      : ((-2.0064 * t + 1.9018) * t + 0.24748) * t + 0.23704
  const y = -3 * x * x + 2.87 * x - 0.275
  const under = 0.0241 + 0.2562 * x - 0.7341 * y
  const m1 = (-1.3515 - 1.7703 * x + 5.9114 * y) / under
  const m2 = (0.03 - 31.4424 * x + 30.0717 * y) / under
  return scaled(WAVELENGTHS.map((_, k) => Math.max(0, S0[k]! + m1 * S1[k]! + m2 * S2[k]!)))
}

const known = new WeakMap<Source, Spectrum>()
const byKelvin = new Map<string, Spectrum>()
/** Kelvins that are kept: a dial that is dragged names many. */
const MOST_KEPT = 500

/** [BANDS], luminance 1. */
export function spectrumOf(source: Source): Spectrum {
  const before = known.get(source)
  if (before) return before
  const made = make(source)
  known.set(source, made)
  return made
}
function make(source: Source): Spectrum {
  if (source.kind === 'table') return scaled(source.spectrum)
  const key = `${source.kind} ${source.kelvin}`
  const before = byKelvin.get(key)
  if (before) return before
  const made = source.kind === 'daylight' ? daylight(source.kelvin) : planck(source.kelvin)
  if (byKelvin.size >= MOST_KEPT) byKelvin.clear()
  byKelvin.set(key, made)
  return made
}
