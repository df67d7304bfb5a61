/**
 * A new plan from a look, the starting point of a shoot. Figures are common practice, no source;
 * the power is a stand-in: `withBestPower` sets it, for that needs the whole sum.
 */
import { AIR } from '../medium/water'
import { AS_DAYLIGHT } from '../colour/balance'
import { DAYLIGHT } from '../colour/sources'
import type { Camera, Lens, Modifier, Strobe } from '../kit/kit'
import { marksBetween, marksOf, nearestMark } from '../scales/marks'
import { PLAN_FORMAT, PLAN_VERSION, type AmbientReading, type Look, type Plan } from './plan'
import { apertureRange, depthOf, endBlur } from './lensInUse'
import { VAPOUR_REFLECTANCE } from './reflectance'
import { RECHECK, STARTS } from './starts'
import { EVEN } from './background'
import { PLAIN } from './body'
import { NO_RIG } from './rig'
import { STEAM } from './subject'

export interface LookKit {
  readonly camera: Camera
  readonly lens: Lens
  readonly strobe: Strobe
  readonly modifier: Modifier | null
}

/**
 * A whole plan for a look on the kit given: lowest ISO, sync speed, the sharpest aperture for its
 * depth, magnification within the lens's range. Permitted blur: a 1500th of the sensor's diagonal
 * (common practice, no source).
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
  const glass = look === 'bright-field' || look === 'dark-field'
  const plan: Plan = {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    title,
    look,
    medium: AIR,
    subject: {
      shape: look === 'plume' ? 'plume' : glass ? 'vessel' : 'ellipsoid',
      finish: glass ? 'clear' : 'matt',
      widthMm: start.widthMm * (glass ? 0.7 : 1),
      heightMm: start.widthMm * (glass ? 1.1 : 0.6),
      depthMm: glass ? start.widthMm * 0.7 : Math.max(start.sharpDepthMm * 2, start.widthMm * 0.4),
      rotationDeg: 0,
      sharpDepthMm: start.sharpDepthMm,
      reflectance: look === 'plume' ? VAPOUR_REFLECTANCE : 0.18,
      ...PLAIN,
      liquid: glass ? { level: 0.6, colour: '#e8c890', throughMm: 30 } : null,
      vapour: STEAM,
      speedMmS: start.speedMmS,
      directionDeg: 0
    },
    props: [],
    background: {
      distanceMm: start.backgroundMm,
      reflectance: start.backgroundReflectance,
      widthMm: 1000,
      heightMm: 800,
      tiltDeg: 0,
      ...EVEN
    },
    table: null,
    room: null,
    view: { elevationDeg: 0 },
    goals: {
      backgroundStops: start.backgroundStops,
      backgroundLeastStops: start.backgroundLeastStops,
      subjectStops: 0,
      toleranceStops: 1 / 3,
      blurPx: 3,
      places: [],
      keyFill: null,
      highlight8Bit: null,
      edgeBlurPx: null,
      ghostPx: null,
      recycleS: null,
      flashes: null,
      isoStops: null,
      neutralStops: null,
      cast: null,
      alike: null,
      wished: []
    },
    bag: {
      ndStops: [3],
      modifiers: [],
      filters: [],
      aboveSync: camera.highSpeedSync,
      shadeStops: 2
    },
    ambient: {
      subject: reading,
      background: reading,
      colour: { subject: DAYLIGHT, background: DAYLIGHT },
      sources: [],
      shadeStops: 0,
      recheckMinutes: RECHECK[look]
    },
    falling: null,
    camera,
    lens,
    housing: null,
    rig: NO_RIG,
    balance: AS_DAYLIGHT,
    lensFilters: [],
    shutterIn: 'body',
    meter: null,
    rides: 'power',
    focus: {
      magnification,
      blur: {
        kind: 'circle',
        mm: Number((Math.hypot(camera.sensorWidthMm, camera.sensorHeightMm) / 1500).toFixed(4))
      },
      extensionMm: 0,
      dioptres: 0,
      wetDioptres: 0,
      teleconverter: 1,
      crop: 1,
      tiltDeg: 0
    },
    settings: {
      apertureStops: lens.widestStops,
      shutterStops: pick('shutter', camera.slowestShutterStops, camera.syncStops, camera.syncStops),
      isoStops: pick('iso', camera.lowestIsoStops, camera.highestIsoStops, camera.lowestIsoStops),
      ndStops: 0,
      highSpeedSync: camera.highSpeedSync && kit.strobe.highSpeedSync
    },
    lights: [
      {
        id: 'A',
        name: 'Key',
        role: 'key',
        serves: null,
        on: true,
        onlyTriggers: false,
        firedBy: null,
        group: null,
        strobe: kit.strobe,
        modifiers: kit.modifier ? [kit.modifier] : [],
        filters: [],
        powerStops: -3,
        zoomMm: null,
        units: 1,
        mount: 'stand',
        at: {
          distanceMm: start.distanceMm,
          azimuthDeg: start.azimuthDeg,
          elevationDeg: start.elevationDeg
        },
        aim: { kind: 'place', place: 'focus' },
        rollDeg: 0,
        reach: { nearMm: start.distanceMm / 2, farMm: start.distanceMm * 2, swingDeg: 0 }
      }
    ],
    cards: [],
    places: [],
    corrections: [],
    syncTrials: [],
    locks: []
  }
  return withSharpest(plan)
}

/**
 * The plan at the aperture that draws its depth sharpest. Where no aperture of the lens holds that
 * depth within the permitted blur, the one that holds most, and what it holds as the depth: a plan
 * begins with what one frame holds; who wants more says so and sees what it takes.
 */
export function withSharpest(plan: Plan): Plan {
  const [widest, narrowest] = apertureRange(plan)
  const at = (apertureStops: number): Plan => ({
    ...plan,
    settings: { ...plan.settings, apertureStops }
  })
  const marks = marksBetween(marksOf('aperture', plan.camera.step), widest, narrowest)
  const plans = (marks.length ? marks.map((mark) => mark.stops) : [widest]).map(at)
  const wanted = plan.subject.sharpDepthMm
  const least = (cost: (each: Plan) => number): Plan =>
    plans.reduce((best, each) => (cost(each) < cost(best) ? each : best))
  const sharpest = least((each) => endBlur(each, wanted).bothMm)
  if (depthOf(sharpest).totalMm >= wanted) return sharpest
  const deepest = least((each) => -depthOf(each).totalMm)
  const held = Math.max(0.1, Math.floor(depthOf(deepest).totalMm * 10) / 10)
  return { ...deepest, subject: { ...deepest.subject, sharpDepthMm: Math.min(wanted, held) } }
}
