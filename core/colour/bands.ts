/** Spectra: one figure for each band of 10 nm from 400 to 700 nm. */
import { z } from 'zod'

export const BANDS = 31
export const FIRST_NM = 400
export const STEP_NM = 10
/** The middle of each band, nm. */
export const WAVELENGTHS: readonly number[] = Array.from(
  { length: BANDS },
  (_, k) => FIRST_NM + k * STEP_NM
)

/** [BANDS], in the order of WAVELENGTHS. */
export type Spectrum = readonly number[]

export const spectrumSchema = z
  .array(z.number().min(0).max(1e6))
  .length(BANDS, 'a spectrum holds 31 figures, 400 to 700 nm by 10')
  .refine((values) => values.some((value) => value > 0), 'a spectrum cannot be dark all over')

export const spectrumBy = (value: (nm: number) => number): Spectrum => WAVELENGTHS.map(value)

/** Band by band; only linear things multiply. */
export const product = (a: Spectrum, b: Spectrum): Spectrum => a.map((value, k) => value * b[k]!)

/**
 * A spectrum measured at other wavelengths, straight between its points. Finer ones are averaged
 * over each band of 10 nm first.
 * @param points rising wavelengths, nm; from 400 or less to 700 or more
 */
export function resampled(points: readonly { readonly nm: number; readonly value: number }[]) {
  const at = (nm: number): number => {
    const i = points.findIndex((point) => point.nm >= nm)
    const [low, high] = [points[Math.max(0, i - 1)]!, points[i]!]
    return high.nm === low.nm || high.nm === nm
      ? high.value
      : low.value + ((nm - low.nm) / (high.nm - low.nm)) * (high.value - low.value)
  }
  return spectrumBy((nm) => {
    const within = points.filter((point) => Math.abs(point.nm - nm) < STEP_NM / 2)
    return within.length > 2
      ? within.reduce((sum, { value }) => sum + value, 0) / within.length
      : at(nm)
  })
}
