/**
 * Water, and what it takes of light by band: Beer–Lambert, the pure water's own attenuation and one
 * extra figure for what is in it.
 */
import { z } from 'zod'
import { BANDS, spectrumBy, type Spectrum } from '../colour/bands'
import { notNegative } from '../guard'

/** What else is in it: little, algae and what they leave, or what a current stirs up. */
export const WATERS = ['clear', 'green', 'silty'] as const
export type WaterName = (typeof WATERS)[number]

export const mediumSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('air') }),
  z.strictObject({
    kind: z.enum(['fresh', 'sea']),
    water: z.enum(WATERS).describe('what is in it: the colour it takes on'),
    extraPerM: z
      .number()
      .min(0)
      .max(10)
      .describe('attenuation at 550 nm beyond that of pure water, 1/m'),
    scatterPerM: z
      .number()
      .min(0)
      .max(20)
      .describe('scattering of what floats in it, 1/m: what makes a veil and specks'),
    depthM: z.number().min(0).max(60).describe('the subject under the surface')
  })
])
export type Medium = z.infer<typeof mediumSchema>
export type Water = Exclude<Medium, { kind: 'air' }>

export const AIR: Medium = { kind: 'air' }

/**
 * Refractive index. Source: handbooks of optics (IAPWS for fresh water near 20 °C, 35 ‰ of salt add
 * 0.007), value from memory.
 */
export const refractiveIndex = ({ kind }: Medium): number =>
  kind === 'air' ? 1 : kind === 'fresh' ? 1.333 : 1.34

/**
 * What such water takes at 550 nm beyond pure water, 1/m, until it is measured: right to a factor of
 * two. Source: coastal types 1, 5 and 9 of Jerlov, Marine Optics, 1976 (values from memory).
 */
const TYPICAL_EXTRA: Readonly<Record<WaterName, number>> = {
  clear: 0.06,
  green: 0.25,
  silty: 0.6
}

/**
 * What such water scatters, 1/m, right to a factor of two. Source: coastal ocean and harbour water of
 * Petzold, 1972 (values from memory); green lies between them, no source.
 */
const TYPICAL_SCATTER: Readonly<Record<WaterName, number>> = { clear: 0.22, green: 0.6, silty: 1.8 }

/** A kind of water as it is until something of it is measured. */
export const typicalWater = (kind: Water['kind'], water: WaterName = 'clear'): Water => ({
  kind,
  water,
  extraPerM: TYPICAL_EXTRA[water],
  scatterPerM: TYPICAL_SCATTER[water],
  depthM: 5
})

/**
 * Pure water, 1/m, by 10 nm from 400 nm. Source: Pope and Fry, Applied Optics 36, 1997 (values from
 * memory).
 */
export const PURE_WATER: Spectrum = [
  0.00663, 0.00473, 0.00454, 0.00495, 0.00635, 0.00922, 0.00979, 0.0106, 0.0127, 0.015, 0.0204,
  0.0325, 0.0409, 0.0434, 0.0474, 0.0565, 0.0619, 0.0695, 0.0896, 0.1351, 0.2224, 0.2644, 0.2755,
  0.2916, 0.3108, 0.34, 0.41, 0.439, 0.465, 0.516, 0.624
]

/** By how much of the extra figure is dissolved matter; the rest are particles. */
const DISSOLVED: Readonly<Record<WaterName, number>> = { clear: 0.2, green: 0.5, silty: 0.3 }
/**
 * Course of the extra attenuation, 1 at 550 nm: dissolved matter falls as e^(−0.014·λ), particles as
 * 1/λ. Source: Bricaud, Morel and Prieur, Limnology and Oceanography 26, 1981 (from memory); the
 * shares are fitted by eye to Jerlov’s types, no source.
 */
const COURSES = Object.fromEntries(
  WATERS.map((name) => [
    name,
    spectrumBy(
      (nm) => DISSOLVED[name] * Math.exp(-0.014 * (nm - 550)) + ((1 - DISSOLVED[name]) * 550) / nm
    )
  ])
) as Readonly<Record<WaterName, Spectrum>>

const known = new WeakMap<Water, Spectrum>()
/** Attenuation, 1/m, [BANDS]. */
export function attenuationOf(medium: Water): Spectrum {
  const before = known.get(medium)
  if (before) return before
  const course = COURSES[medium.water]
  const made = PURE_WATER.map((pure, k) => pure + medium.extraPerM * course[k]!)
  known.set(medium, made)
  return made
}

/**
 * What comes through so much of a medium, [BANDS]; null: all of it does.
 * @param wayM length of the way, ≥ 0
 * Source: Beer–Lambert law.
 */
export function throughMedium(medium: Medium, wayM: number): Spectrum | null {
  if (medium.kind === 'air' || notNegative(wayM, 'wayM') === 0) return null
  const attenuation = attenuationOf(medium)
  const passed = new Array<number>(BANDS)
  for (let k = 0; k < BANDS; k++) passed[k] = Math.exp(-attenuation[k]! * wayM)
  return passed
}
