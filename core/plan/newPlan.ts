/**
 * A new plan from a look, the starting point of a shoot. Figures are common practice, no source;
 * the power is a stand-in: `withBestPower` sets it, for that needs the whole sum.
 */
import type { Camera, Lens, Modifier, Strobe } from '../kit/kit'
import { marksBetween, marksOf, nearestMark } from '../scales/marks'
import { PLAN_FORMAT, PLAN_VERSION, type AmbientReading, type Look, type Plan } from './plan'
import { depthOf } from './lensInUse'

interface Start {
  readonly fNumber: number
  readonly backgroundStops: number
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

const STARTS: Record<Look, Start> = {
  'black-still': {
    fNumber: 16,
    backgroundStops: -7,
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
    fNumber: 11,
    backgroundStops: -5,
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
    fNumber: 8,
    backgroundStops: -1,
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
    fNumber: 8,
    backgroundStops: -7,
    backgroundMm: 1500,
    backgroundReflectance: 0.04,
    distanceMm: 350,
    azimuthDeg: 80,
    elevationDeg: 0,
    sharpDepthMm: 20,
    widthMm: 120,
    speedMmS: 250,
    ambientEv: null
  }
}

/** Daylight drifts fast, a dark room hardly. Minutes; common practice, no source. */
const RECHECK: Record<Look, number> = {
  'black-still': 60,
  'black-soft': 60,
  'daylight-fill': 10,
  plume: 60
}

export interface LookKit {
  readonly camera: Camera
  readonly lens: Lens
  readonly strobe: Strobe
  readonly modifier: Modifier | null
}

/**
 * A whole plan for a look on the kit given: lowest ISO, sync speed, aperture and magnification
 * within the lens's range.
 */
export function newPlan(look: Look, title: string, kit: LookKit): Plan {
  const start = STARTS[look]
  const { camera, lens } = kit
  const pick = (axis: 'aperture' | 'shutter' | 'iso', from: number, to: number, wanted: number) =>
    nearestMark(marksBetween(marksOf(axis, camera.step), from, to), wanted).stops
  const magnification = Math.min(
    lens.maxMagnification,
    camera.sensorWidthMm / (start.widthMm * 1.6)
  )
  const reading: AmbientReading | null =
    start.ambientEv === null
      ? null
      : {
          value: { kind: 'ev', ev: start.ambientEv },
          limit: 'exact',
          via: 'incident',
          atMagnification: magnification,
          takenAt: null,
          look
        }
  const plan: Plan = {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    title,
    look,
    subject: {
      shape: look === 'plume' ? 'plume' : 'ellipsoid',
      finish: 'matt',
      widthMm: start.widthMm,
      heightMm: start.widthMm * 0.6,
      depthMm: Math.max(start.sharpDepthMm * 2, start.widthMm * 0.4),
      rotationDeg: 0,
      sharpDepthMm: start.sharpDepthMm,
      reflectance: 0.18,
      speedMmS: start.speedMmS,
      directionDeg: 0
    },
    background: {
      distanceMm: start.backgroundMm,
      reflectance: start.backgroundReflectance,
      widthMm: 1000,
      heightMm: 800,
      tiltDeg: 0
    },
    table: null,
    room: null,
    view: { elevationDeg: 0 },
    goals: {
      backgroundStops: start.backgroundStops,
      subjectStops: 0,
      toleranceStops: 1 / 3,
      blurPx: 3,
      places: [],
      keyFill: null,
      edgeBlurPx: null,
      ghostPx: null,
      recycleS: null,
      flashes: null,
      isoStops: null,
      wished: []
    },
    bag: { ndStops: [3], modifiers: [], aboveSync: camera.highSpeedSync, shadeStops: 2 },
    ambient: {
      subject: reading,
      background: reading,
      shadeStops: 0,
      recheckMinutes: RECHECK[look]
    },
    camera,
    lens,
    focus: {
      magnification,
      blur: { kind: 'pixels', pixels: 3 },
      extensionMm: 0,
      dioptres: 0,
      teleconverter: 1,
      crop: 1,
      tiltDeg: 0
    },
    settings: {
      apertureStops: pick(
        'aperture',
        lens.widestStops,
        lens.narrowestStops,
        2 * Math.log2(start.fNumber)
      ),
      shutterStops: pick('shutter', camera.slowestShutterStops, camera.syncStops, camera.syncStops),
      isoStops: pick('iso', Math.max(0, camera.lowestIsoStops), camera.highestIsoStops, 0),
      ndStops: 0,
      highSpeedSync: camera.highSpeedSync && kit.strobe.highSpeedSync
    },
    lights: [
      {
        id: 'A',
        name: 'Key',
        role: 'key',
        on: true,
        group: null,
        strobe: kit.strobe,
        modifiers: kit.modifier ? [kit.modifier] : [],
        powerStops: -3,
        mount: 'stand',
        at: {
          distanceMm: start.distanceMm,
          azimuthDeg: start.azimuthDeg,
          elevationDeg: start.elevationDeg
        },
        aim: { kind: 'place', place: 'focus' },
        rollDeg: 0,
        reach: { nearMm: start.distanceMm / 2, farMm: start.distanceMm * 2 }
      }
    ],
    cards: [],
    places: [],
    corrections: [],
    syncTrials: [],
    locks: []
  }
  // A plan begins with what one frame holds; who wants more says so and sees what it takes.
  const held = Math.max(0.1, Math.floor(depthOf(plan).totalMm * 10) / 10)
  return {
    ...plan,
    subject: { ...plan.subject, sharpDepthMm: Math.min(start.sharpDepthMm, held) }
  }
}
