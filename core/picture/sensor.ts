/**
 * Noise of a sensor: photons come by chance, and reading adds some of its own. Electrons a pixel
 * holds at white and base ISO go by its area; each stop of ISO leaves half of them. Source: photon
 * statistics (Poisson); 1600 electrons a square micrometre and 3 of reading are common practice for
 * present sensors, no source.
 */
import { pixelPitchMm } from '../kit/kit'
import type { Plan } from '../plan/plan'
import { WHITE } from './facts'
import { hashed } from '../set/random'

const PER_UM2 = 1600
const READING = 3

/** Numbers of a bell curve, of mean 0 and spread 1, by Box and Muller; drawn from by chance. */
const BELLS = 1 << 14
const bells = Float32Array.from({ length: BELLS }, (_, i) => {
  const a = (hashed(i) >>> 0) / 2 ** 32
  const b = (hashed(i ^ 0x5bd1e995) >>> 0) / 2 ** 32
  return Math.sqrt(-2 * Math.log(1 - a)) * Math.cos(2 * Math.PI * b)
})
const bell = (seed: number): number => bells[hashed(seed) & (BELLS - 1)]!

/** Electrons at white, at the plan's ISO. */
export function electronsAtWhite({ camera, settings }: Pick<Plan, 'camera' | 'settings'>): number {
  const pitchUm = pixelPitchMm(camera) * 1000
  return (PER_UM2 * pitchUm * pitchUm) / 2 ** (settings.isoStops - camera.lowestIsoStops)
}

/** Standard deviation of one channel of one pixel, in units of level 0, for light of that level. */
function sensorNoise(linear: number, white: number): number {
  const electrons = (Math.max(0, linear) / WHITE) * white
  return (Math.sqrt(electrons + READING * READING) / white) * WHITE
}

/** Of a level, this much noise is seen in a picture on a screen: half a step of its 256. */
const SEEN = 0.5 / 255
/** Levels looked at: noise is seen first where a screen's steps are finest. */
const LOOKED_AT = [-6, -4, -2, 0]
/** Whether noise shows at all in a picture each of whose pixels averages so many of the camera's. */
export function noiseShows(plan: Pick<Plan, 'camera' | 'settings'>, averaged: number): boolean {
  const white = electronsAtWhite(plan)
  return LOOKED_AT.some((level) => {
    const linear = 2 ** level
    const spread = sensorNoise(linear, white) / Math.sqrt(averaged)
    const encoded = (value: number): number => (Math.max(0, value) / WHITE) ** (1 / 2.2)
    return encoded(linear + spread) - encoded(linear) > SEEN
  })
}

/**
 * Adds a sensor's noise to a linear picture, in place; the same seed adds the same.
 * @param linear [pixel × 3]
 * @param averaged how many pixels of the camera each of the picture stands for
 */
export function addSensorNoise(
  linear: Float32Array,
  plan: Pick<Plan, 'camera' | 'settings'>,
  averaged = 1,
  seed = 1
): void {
  const white = electronsAtWhite(plan)
  const share = 1 / Math.sqrt(averaged)
  for (let i = 0; i < linear.length; i++) {
    const spread = sensorNoise(linear[i]!, white) * share
    linear[i] = Math.max(0, linear[i]! + spread * bell(Math.imul(i + 1, 0x9e3779b1) ^ seed))
  }
}
