/**
 * Exposure values and the readings they come from.
 * Sources: ISO 2720 (reflected-light constant K = 12.5, incident-light constant C = 250).
 */
import { positive } from '../guard'

/** EV at ISO 100 of camera settings given as positions in stops (f/1, 1 s, ISO 100 = 0). */
export const exposureValue = (
  apertureStops: number,
  shutterStops: number,
  isoStops: number
): number => apertureStops + shutterStops - isoStops

/** Illuminance, lux: E = 2.5·2^EV. */
export const luxFromEv = (ev: number): number => 2.5 * 2 ** ev
export const evFromLux = (lux: number): number => Math.log2(positive(lux, 'lux') / 2.5)

/**
 * What a reflected reading (K = 12.5) of an 18 % card shows above an incident one (C = 250) of the
 * same light, stops: log2(0.18·C / (π·K)) = 0.20. Level 0 follows the incident constant, as guide
 * numbers and flash meters do, so a hand-held reflected reading is brought to it by this. A reading
 * through the lens is the camera's own and defines its mid-grey: it stays as it is.
 */
export const REFLECTED_OVER_INCIDENT = Math.log2((0.18 * 250) / (Math.PI * 12.5))

/** Luminance, cd/m²: L = 0.125·2^EV. */
export const luminanceFromEv = (ev: number): number => 0.125 * 2 ** ev

/** What a surface adds against an 18 % card, stops: log2(ρ/0.18). */
export const surfaceStops = (reflectance: number): number =>
  Math.log2(positive(reflectance, 'reflectance') / 0.18)
