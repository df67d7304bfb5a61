/** Figures a plan of each look starts with; common practice, no source. */
import type { Look } from './reading'

interface Start {
  readonly backgroundStops: number
  readonly backgroundLeastStops: number | null
  readonly backgroundMm: number
  readonly backgroundReflectance: number
  readonly distanceMm: number
  readonly azimuthDeg: number
  readonly elevationDeg: number
  readonly sharpDepthMm: number
  readonly widthMm: number
  readonly speedMmS: number
  readonly ambientEv: number | null
}

/** Clear things; the set round them is core/advise/glassSets.ts. */
const GLASS: Start = {
  backgroundStops: -5,
  backgroundLeastStops: null,
  backgroundMm: 300,
  backgroundReflectance: 0.02,
  distanceMm: 250,
  azimuthDeg: 130,
  elevationDeg: 15,
  sharpDepthMm: 10,
  widthMm: 60,
  speedMmS: 0,
  ambientEv: null
}

/** Small things before a port; the set round them is core/advise/waterSets.ts. */
const NEAR_PORT: Start = {
  backgroundStops: -5,
  backgroundLeastStops: null,
  backgroundMm: 600,
  backgroundReflectance: 0.05,
  distanceMm: 250,
  azimuthDeg: 0,
  elevationDeg: 28,
  sharpDepthMm: 5,
  widthMm: 24,
  speedMmS: 2,
  ambientEv: 8
}

export const STARTS: Record<Look, Start> = {
  'black-still': {
    backgroundStops: -7,
    backgroundLeastStops: null,
    backgroundMm: 900,
    backgroundReflectance: 0.02,
    distanceMm: 200,
    azimuthDeg: 35,
    elevationDeg: 20,
    sharpDepthMm: 4,
    widthMm: 22,
    speedMmS: 0,
    ambientEv: null
  },
  'black-soft': {
    backgroundStops: -5,
    backgroundLeastStops: null,
    backgroundMm: 500,
    backgroundReflectance: 0.04,
    distanceMm: 250,
    azimuthDeg: 25,
    elevationDeg: 20,
    sharpDepthMm: 8,
    widthMm: 40,
    speedMmS: 0,
    ambientEv: null
  },
  'daylight-fill': {
    backgroundStops: -1,
    backgroundLeastStops: -2,
    backgroundMm: 900,
    backgroundReflectance: 0.18,
    distanceMm: 400,
    azimuthDeg: 20,
    elevationDeg: 15,
    sharpDepthMm: 10,
    widthMm: 60,
    speedMmS: 50,
    ambientEv: 12
  },
  plume: {
    backgroundStops: -7,
    backgroundLeastStops: null,
    backgroundMm: 1500,
    backgroundReflectance: 0.04,
    distanceMm: 350,
    azimuthDeg: 80,
    elevationDeg: 0,
    sharpDepthMm: 20,
    widthMm: 120,
    speedMmS: 250,
    ambientEv: null
  },
  'bright-field': GLASS,
  'dark-field': GLASS,
  'water-tiny': NEAR_PORT,
  'water-snoot': { ...NEAR_PORT, backgroundStops: -6, distanceMm: 265, azimuthDeg: 72 },
  'water-fish': {
    ...NEAR_PORT,
    backgroundStops: -2,
    backgroundLeastStops: -4,
    backgroundMm: 1500,
    backgroundReflectance: 0.12,
    sharpDepthMm: 14,
    widthMm: 100,
    speedMmS: 40
  },
  'water-wide': {
    ...NEAR_PORT,
    backgroundStops: -0.5,
    backgroundLeastStops: -1.5,
    backgroundMm: 4000,
    backgroundReflectance: 0.18,
    sharpDepthMm: 60,
    widthMm: 300,
    speedMmS: 30
  }
}

/**
 * Focal length in widths of the sensor, where a look wants another than that of what is close: it is
 * not lit through metres of water. Common practice, no source.
 */
export const FOCAL_WIDTHS: Partial<Record<Look, number>> = { 'water-fish': 1.6, 'water-wide': 0.7 }

/** Daylight drifts fast, a dark room hardly. Minutes; common practice, no source. */
export const RECHECK: Record<Look, number> = {
  'black-still': 60,
  'black-soft': 60,
  'daylight-fill': 10,
  plume: 60,
  'bright-field': 60,
  'dark-field': 60,
  'water-tiny': 15,
  'water-fish': 15,
  'water-snoot': 15,
  'water-wide': 15
}
