/**
 * Looks: starting points of a plan. Figures are common practice without a published source; the power is not
 * guessed but worked out from the sum once the kit is known.
 */
import type { Camera, Lens, Modifier, Strobe } from '../kit/kit'
import { marksBetween, marksOf, nearestMark } from '../scales/marks'
import { PLAN_FORMAT, PLAN_VERSION, type AmbientReading, type Look, type Plan } from '../plan/plan'
import { depthOf } from '../set/optic'
import { withBestPower } from './power'

interface Start {
  readonly fNumber: number
  readonly groundStops: number
  readonly groundMm: number
  readonly groundReflectance: number
  readonly distanceMm: number
  readonly turnDeg: number
  readonly heightDeg: number
  readonly sharpDepthMm: number
  readonly widthMm: number
  readonly speedMmS: number
  readonly ambientEv: number | null
}

const STARTS: Record<Look, Start> = {
  'black-still': {
    fNumber: 16,
    groundStops: -7,
    groundMm: 900,
    groundReflectance: 0.02,
    distanceMm: 200,
    turnDeg: 35,
    heightDeg: 20,
    sharpDepthMm: 4,
    widthMm: 22,
    speedMmS: 0,
    ambientEv: null
  },
  'black-soft': {
    fNumber: 11,
    groundStops: -5,
    groundMm: 500,
    groundReflectance: 0.04,
    distanceMm: 250,
    turnDeg: 25,
    heightDeg: 20,
    sharpDepthMm: 8,
    widthMm: 40,
    speedMmS: 0,
    ambientEv: null
  },
  'daylight-fill': {
    fNumber: 8,
    groundStops: -1,
    groundMm: 900,
    groundReflectance: 0.18,
    distanceMm: 400,
    turnDeg: 20,
    heightDeg: 15,
    sharpDepthMm: 10,
    widthMm: 60,
    speedMmS: 50,
    ambientEv: 12
  },
  plume: {
    fNumber: 8,
    groundStops: -7,
    groundMm: 1500,
    groundReflectance: 0.04,
    distanceMm: 350,
    turnDeg: 80,
    heightDeg: 0,
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

/** A whole plan for a look on the kit given: lowest ISO, sync speed, aperture and frame within the lens's range. */
export const planFromLook = (look: Look, title: string, kit: LookKit): Plan => {
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
          bound: 'exact',
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
      turnDeg: 0,
      sharpDepthMm: start.sharpDepthMm,
      reflectance: 0.18,
      speedMmS: start.speedMmS,
      directionDeg: 0
    },
    ground: {
      distanceMm: start.groundMm,
      reflectance: start.groundReflectance,
      widthMm: 1000,
      heightMm: 800,
      tiltDeg: 0
    },
    table: null,
    room: null,
    view: { heightDeg: 0 },
    goals: {
      groundStops: start.groundStops,
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
    bag: { ndStops: [3], modifiers: [], aboveSync: camera.pulsedSync, shadeStops: 2 },
    ambient: { subject: reading, ground: reading, shadeStops: 0, recheckMinutes: RECHECK[look] },
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
      pulsedSync: camera.pulsedSync && kit.strobe.pulsedSync
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
        at: { distanceMm: start.distanceMm, turnDeg: start.turnDeg, heightDeg: start.heightDeg },
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
  return withBestPower(
    { ...plan, subject: { ...plan.subject, sharpDepthMm: Math.min(start.sharpDepthMm, held) } },
    0
  )
}
