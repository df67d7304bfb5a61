/** Kit and a plan for tests: plain round figures, nobody's gear. Not for the demo. */
import {
  cameraSchema,
  lensSchema,
  modifierSchema,
  strobeSchema,
  type Camera,
  type Lens,
  type Modifier,
  type Strobe
} from './kit/kit'
import { linkSchema, type Link } from './kit/link'
import { DAYLIGHT } from './colour/sources'
import { newPlan } from './plan/newPlan'
import { withBestPower } from './solve/power'
import { logFrame, type Evidence, type Frame } from './run/frame'
import {
  lightSchema,
  PLAIN,
  planSchema,
  type AmbientReading,
  type AmbientSource,
  type Card,
  type Correction,
  type Light,
  type Plan,
  type Prop
} from './plan/plan'

const { process } = globalThis as {
  readonly process?: { readonly env: Readonly<Record<string, string | undefined>> }
}
const LONG = process?.env.FINE_SPARK_LONG !== undefined

/** How much a long test does: a part of it in `npm test`, all of it by `npm run long`. */
export const longly = (all: number, usually: number): number => (LONG ? all : usually)

export const testCamera = (part: Partial<Camera> = {}): Camera =>
  cameraSchema.parse({
    kind: 'camera',
    id: 'cam',
    name: 'Test body',
    notes: '',
    sensorWidthMm: 36,
    sensorHeightMm: 24,
    pixelsWide: 6000,
    pixelsHigh: 4000,
    step: 'third',
    curtain: 'focal-plane',
    syncStops: 8,
    fastestShutterStops: 13,
    slowestShutterStops: -5,
    lowestIsoStops: 0,
    highestIsoStops: 6,
    showsEffective: false,
    highSpeedSync: true,
    bodyWidthMm: 0,
    bodyHeightMm: 0,
    ...part
  })

export const testLens = (part: Partial<Lens> = {}): Lens =>
  lensSchema.parse({
    kind: 'lens',
    id: 'lens',
    name: 'Test 100 mm',
    notes: '',
    focalMm: 100,
    maxMagnification: 1,
    widestStops: 3,
    narrowestStops: 10,
    pupilRatio: 1,
    sensorToFrontMm: 170,
    hoodDeg: null,
    leafFastestStops: null,
    // Takes no room, so that light from anywhere can be asked for.
    frontDiameterMm: 0,
    ...part
  })

export const testStrobe = (part: Partial<Strobe> = {}): Strobe =>
  strobeSchema.parse({
    kind: 'strobe',
    id: 'strobe',
    name: 'Test head',
    notes: '',
    guideNumberM: 32,
    guideNumberWaterM: null,
    beamDeg: 60,
    face: { kind: 'disc', diameterMm: 1 },
    dial: { kind: 'fraction', step: 'third', lowestStops: -7 },
    recycleFullS: 3,
    leastRecycleS: 0.1,
    mostFlashes: null,
    headClass: 'hot-shoe',
    shortestT01S: null,
    durationsFrom: 'stated',
    flashesFull: 150,
    quench: 'quenched',
    t01FullS: 1 / 300,
    durations: [],
    highSpeedSync: true,
    highSpeedPenaltyStops: 0.5,
    zoom: [],
    ...part
  })

export const testLink = (part: Partial<Link> = {}): Link =>
  linkSchema.parse({
    kind: 'link',
    id: 'link',
    name: 'Test link',
    notes: '',
    way: 'radio',
    carriesPower: false,
    carriesAutomatic: false,
    carriesHighSpeedSync: false,
    delayMs: 0,
    rangeM: 10,
    rangeInSunM: 10,
    atPreFlash: 'fires',
    channels: 8,
    ...part
  })

export const testModifier = (part: Partial<Modifier> = {}): Modifier =>
  modifierSchema.parse({
    kind: 'modifier',
    id: 'mod',
    name: 'Test sheet',
    notes: '',
    lossStops: 1,
    beam: { kind: 'keep' },
    face: { kind: 'keep' },
    measured: [],
    ...part
  })

/**
 * A flat subject square to the lens under one small head, no background to speak of: what the plain
 * formulas are about.
 */
export function testPlan(change?: (plan: Plan) => void): Plan {
  const plan = newPlan('black-still', 'Test', {
    camera: testCamera(),
    lens: testLens(),
    strobe: testStrobe(),
    modifier: null
  })
  plan.subject = { ...plan.subject, shape: 'sheet', sharpDepthMm: 4 }
  plan.settings = { ...plan.settings, apertureStops: 8 }
  plan.focus = { ...plan.focus, blur: { kind: 'circle', mm: 0.1 } }
  plan.background = { ...plan.background, reflectance: 0.005 }
  plan.lights[0]!.at = { distanceMm: 200, azimuthDeg: 40, elevationDeg: 0 }
  // A copy: what a test changes in place must not be what was evaluated already.
  const ready = planSchema.parse(JSON.parse(JSON.stringify(withBestPower(plan, 0))))
  change?.(ready)
  return ready
}
export const testLight = (part: Partial<Light> = {}): Light =>
  lightSchema.parse({
    id: 'A',
    name: 'Key',
    role: 'key',
    serves: null,
    on: true,
    onlyTriggers: false,
    firedBy: null,
    group: null,
    strobe: testStrobe(),
    modifiers: [],
    filters: [],
    powerStops: -3,
    zoomMm: null,
    units: 1,
    mount: 'stand',
    at: { distanceMm: 200, azimuthDeg: 40, elevationDeg: 0 },
    aim: { kind: 'place', place: 'focus' },
    rollDeg: 0,
    reach: null,
    ...part
  })

/** Ambient light by an incident reading at 1:1, exact, unless told otherwise. */
export const testReading = (ev: number, part: Partial<AmbientReading> = {}): AmbientReading => ({
  value: { kind: 'ev', ev },
  limit: 'exact',
  via: 'incident',
  atMagnification: 1,
  takenAt: null,
  look: null,
  ...part
})

/** A window 200 mm square on the left, its face read at EV 10 through the lens. */
export const testSource = (part: Partial<AmbientSource> = {}): AmbientSource => ({
  id: 'S1',
  name: 'Window',
  kind: 'window',
  from: {
    kind: 'face',
    at: { distanceMm: 150, azimuthDeg: -90, elevationDeg: 0 },
    widthMm: 200,
    heightMm: 200
  },
  state: 'on',
  shadeStops: 2,
  colour: DAYLIGHT,
  reading: testReading(10, { via: 'lens' }),
  readAt: 'itself',
  wanted: null,
  ...part
})

/** A dark sheet 200 mm square, 150 mm behind the subject, turned to it. */
/** A matt ball beside the subject. */
export const testProp = (part: Partial<Prop> = {}): Prop => ({
  shape: 'ellipsoid',
  finish: 'matt',
  widthMm: 10,
  heightMm: 10,
  depthMm: 10,
  rotationDeg: 0,
  reflectance: 0.5,
  ...PLAIN,
  id: 'T1',
  name: 'Ball',
  rests: 'free',
  xMm: 30,
  yMm: 0,
  zMm: 0,
  ...part
})

export const testCard = (part: Partial<Card> = {}): Card => ({
  id: 'K1',
  kind: 'flag',
  on: true,
  widthMm: 200,
  heightMm: 200,
  reflectance: 0.03,
  at: { distanceMm: 150, azimuthDeg: 180, elevationDeg: 0 },
  aim: { kind: 'place', place: 'focus' },
  ...part
})

/** A white room of 3 × 4 m, 2.1 m high. */
export const testRoom = (part: Partial<NonNullable<Plan['room']>> = {}) => ({
  widthMm: 3000,
  depthMm: 4000,
  leftMm: 1000,
  behindMm: 1500,
  ceilingMm: 1200,
  floorMm: 900,
  wallReflectance: 0.8,
  ceilingReflectance: 0.8,
  floorReflectance: 0.4,
  ...part
})

/** What a patch of a frame taught about the key on the lit side, for the test head with nothing on. */
export const testCorrection = (part: Partial<Correction> = {}): Correction => ({
  id: 'c',
  frameId: 'f',
  source: 'A',
  place: 'subject',
  stops: -0.6,
  uncertaintyStops: 0.3,
  method: 'patch',
  limit: 'exact',
  sources: [],
  strobeId: 'strobe',
  modifierIds: [],
  highSpeedSync: null,
  geometry: null,
  reading: null,
  on: true,
  ...part
})

/** What a meter showed, flat in the lit side's surface, no ambient in it, for all that fired. */
export const testMetered = (
  apertureStops: number,
  part: Partial<Extract<Evidence, { kind: 'meter' }>> = {}
): Extract<Evidence, { kind: 'meter' }> => ({
  kind: 'meter',
  place: 'subject',
  lights: null,
  apertureStops,
  isoStops: 0,
  shutterStops: null,
  receptor: 'surface',
  ...part
})

/** A frame taken with a plan as it stands, not judged yet. */
export const testFrame = (plan: Plan, id: string, kind: Frame['kind']): Frame =>
  logFrame(plan, { id, kind, takenAt: '2026-11-24T10:00:00.000Z' })
