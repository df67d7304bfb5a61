/** Kit and a plan for tests: plain round figures, nobody's gear. Not for the demo. */
import { cameraSchema, lensSchema, modifierSchema, strobeSchema, type Camera, type Lens, type Modifier, type Strobe } from './kit/kit'
import { planFromLook } from './solve/looks'
import type { Plan } from './plan/plan'

export const testCamera = (part: Partial<Camera> = {}): Camera =>
  cameraSchema.parse({
    kind: 'camera', id: 'cam', name: 'Test body', notes: '', sensorWidthMm: 36, sensorHeightMm: 24, pixelsWide: 6000, pixelsHigh: 4000,
    step: 'third', curtain: 'focal-plane', syncStops: 8, fastestShutterStops: 13, slowestShutterStops: -5, lowestIsoStops: 0,
    highestIsoStops: 6, showsEffective: false, pulsedSync: true, ...part
  })

export const testLens = (part: Partial<Lens> = {}): Lens =>
  lensSchema.parse({
    kind: 'lens', id: 'lens', name: 'Test 100 mm', notes: '', focalMm: 100, maxMagnification: 1, widestStops: 3, narrowestStops: 10,
    pupilRatio: 1, sensorToFrontMm: 170, ...part
  })

export const testStrobe = (part: Partial<Strobe> = {}): Strobe =>
  strobeSchema.parse({
    kind: 'strobe', id: 'strobe', name: 'Test head', notes: '', guideNumberM: 32, beamDeg: 60, headSizeMm: 30,
    dial: { kind: 'fraction', step: 'third', lowestStops: -7 }, recycleFullS: 3, flashesFull: 150, quench: 'quenched',
    t01FullS: 1 / 300, durations: [], pulsedSync: true, pulsedPenaltyStops: 0.5, ...part
  })

export const testModifier = (part: Partial<Modifier> = {}): Modifier =>
  modifierSchema.parse({ kind: 'modifier', id: 'mod', name: 'Test sheet', notes: '', lossStops: 1, beam: { kind: 'keep' }, sizeMm: 0, ...part })

export const testPlan = (change?: (plan: Plan) => void): Plan => {
  const plan = planFromLook('black-still', 'Test', {
    camera: testCamera(), lens: testLens(), strobe: testStrobe(), modifier: null
  })
  change?.(plan)
  return plan
}
