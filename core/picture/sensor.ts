/**
 * Noise of a sensor: photons come by chance, and reading adds some of its own. Electrons a pixel
 * holds at white and base ISO go by its area; each stop of ISO leaves half of them. Source: photon
 * statistics (Poisson); 1600 electrons a square micrometre and 3 of reading are common practice for
 * present sensors, no source.
 */
import { pixelPitchMm } from '../kit/kit'
import type { Plan } from '../plan/plan'
import { WHITE } from './facts'
import { hashed } from './random'

const PER_UM2 = 1600
const READING = 3

/** A number of a bell curve, of mean 0 and spread 1, by Box and Muller. */
function bell(seed: number): number {
  const a = (hashed(seed) >>> 0) / 2 ** 32
  const b = (hashed(seed ^ 0x5bd1e995) >>> 0) / 2 ** 32
  return Math.sqrt(-2 * Math.log(1 - a)) * Math.cos(2 * Math.PI * b)
}

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
  for (let i = 0; i < linear.length; i++) {
    const spread = sensorNoise(linear[i]!, white) / Math.sqrt(averaged)
    linear[i] = Math.max(0, linear[i]! + spread * bell(Math.imul(i + 1, 0x9e3779b1) ^ seed))
  }
}
