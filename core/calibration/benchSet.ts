/**
 * The set on the bench as a plan: one light on its axis before an 18 % card square to it, nothing
 * else, no other light. So the sum that predicts shoots predicts readings on the bench too.
 */
import { cameraSchema, lensSchema, type Camera, type KitItem, type Lens } from '../kit/kit'
import { AIR, typicalWater } from '../medium/water'
import { newPlan } from '../plan/newPlan'
import type { Plan } from '../plan/plan'
import type { MeterDisplay } from '../scales/meter'
import type { BenchRow, LightCalibration } from './calibration'

export type Kit = ReadonlyMap<string, KitItem>

function itemOf<K extends KitItem['kind']>(
  kit: Kit,
  kind: K,
  id: string | null
): Extract<KitItem, { kind: K }> | null {
  const item = id === null ? undefined : kit.get(id)
  return item?.kind === kind ? (item as Extract<KitItem, { kind: K }>) : null
}

/** How the meter in use shows an f-number; in tenths where there is none. */
export const displayIn = (kit: Kit, meterId: string | null): MeterDisplay =>
  itemOf(kit, 'meter', meterId)?.display ?? 'tenths'

/** Stand-ins where a meter alone is read: they take no light and are in no way. */
const NO_CAMERA: Camera = cameraSchema.parse({
  kind: 'camera',
  id: 'bench',
  name: 'Bench',
  notes: '',
  sensorWidthMm: 36,
  sensorHeightMm: 24,
  pixelsWide: 6000,
  pixelsHigh: 4000,
  step: 'third',
  curtain: 'leaf',
  syncStops: 8,
  fastestShutterStops: 13,
  slowestShutterStops: -5,
  lowestIsoStops: 0,
  highestIsoStops: 6,
  showsEffective: false,
  highSpeedSync: false,
  bodyWidthMm: 0,
  bodyHeightMm: 0
})
const NO_LENS: Lens = lensSchema.parse({
  kind: 'lens',
  id: 'bench',
  name: 'Bench',
  notes: '',
  focalMm: 100,
  maxMagnification: 20,
  widestStops: -1,
  narrowestStops: 14,
  pupilRatio: 1,
  sensorToFrontMm: 150,
  hoodDeg: null,
  leafFastestStops: null,
  frontDiameterMm: 0
})

/** Pure water: what more it takes is what a run finds. */
const PURE_WATER = { ...typicalWater('fresh'), extraPerM: 0 }

/** The mark a row is read at. */
export const powerAt = ({ kind, powerStops }: LightCalibration, { at }: BenchRow): number =>
  kind === 'marks' || kind === 'meter' ? Math.min(0, at) : powerStops
/** Degrees its head is turned off meter or card. */
const angleAt = ({ kind }: LightCalibration, { at }: BenchRow): number =>
  kind === 'beam' || kind === 'modifier' ? at : 0
const distanceAt = ({ kind, distanceMm }: LightCalibration, { at }: BenchRow): number =>
  kind === 'output' || kind === 'water' ? at : distanceMm

/** Whether the row is read in high-speed sync. */
export const isHighSpeed = ({ kind }: LightCalibration, { reference }: BenchRow): boolean =>
  kind === 'highSpeed' && !reference
/** Whether its head wears the modifier. */
export const isWorn = ({ kind }: LightCalibration, { reference }: BenchRow): boolean =>
  kind === 'modifier' && !reference

/**
 * @returns null where an item the run needs is not in the kit any more
 */
export function benchPlan(run: LightCalibration, row: BenchRow, kit: Kit): Plan | null {
  const strobe = itemOf(kit, 'strobe', run.strobeId)
  const modifier = itemOf(kit, 'modifier', run.modifierId)
  const camera = itemOf(kit, 'camera', run.cameraId)
  const lens = itemOf(kit, 'lens', run.lensId)
  const meter = itemOf(kit, 'meter', run.meterId)
  if (!strobe || (run.kind === 'modifier' && !modifier)) return null
  if (row.reading?.kind === 'card' && !camera) return null
  if (run.kind === 'highSpeed' && !camera) return null
  const plan = newPlan('black-still', 'Bench', {
    camera: { ...(camera ?? NO_CAMERA), bodyWidthMm: 0, bodyHeightMm: 0 },
    lens: { ...(lens ?? NO_LENS), maxMagnification: 20, frontDiameterMm: 0 },
    strobe,
    modifier: null
  })
  const card = row.reading?.kind === 'card' ? row.reading : null
  const angle = angleAt(run, row)
  const [light] = plan.lights
  return {
    ...plan,
    medium: run.kind === 'water' ? PURE_WATER : AIR,
    meter,
    subject: { ...plan.subject, shape: 'sheet', reflectance: 0.18 },
    background: { ...plan.background, distanceMm: 5000, reflectance: 0.005 },
    ambient: { ...plan.ambient, subject: null, background: null },
    focus: { ...plan.focus, magnification: lens ? run.magnification : 0.001 },
    settings: {
      apertureStops: card?.apertureStops ?? 6,
      shutterStops:
        card?.shutterStops ?? (run.kind === 'highSpeed' ? row.at : plan.camera.syncStops),
      isoStops: card?.isoStops ?? run.isoStops,
      ndStops: 0,
      highSpeedSync: isHighSpeed(run, row)
    },
    lights: [
      {
        ...light!,
        modifiers: isWorn(run, row) ? [modifier!] : [],
        powerStops: powerAt(run, row),
        mount: 'stand',
        at: { distanceMm: distanceAt(run, row), azimuthDeg: 0, elevationDeg: 0 },
        aim: { kind: 'free', azimuthDeg: 180 - angle, elevationDeg: 0 }
      }
    ]
  }
}
