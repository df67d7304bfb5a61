import { newPlan } from '@core/plan/newPlan'
import type { LightId, Plan } from '@core/plan/plan'
import { applyCalibration, calibrate } from '@core/run/calibrate'
import type { Evidence, Frame } from '@core/run/frame'
import { expectedReading } from '@core/run/metering'
import { withBestPower } from '@core/solve/power'
import { demoItem } from '../kit'
import type { DemoShoot } from './demoShoot'
import { take, type DemoCamera } from './take'

/** The rim's frame with a meter's reading at the top, the rim alone: a third under what was expected. */
function meteredAlone(plan: Plan, frame: Frame): { readonly plan: Plan; readonly frame: Frame } {
  const { receptor, isoStops, shutterStops } = plan.meter!
  const metering = { place: 'top', lights: ['B'] as LightId[], receptor, isoStops, shutterStops }
  const expected = expectedReading(plan, metering)!
  const evidence: Evidence = {
    kind: 'meter',
    ...metering,
    apertureStops: Math.round((expected - 1 / 3) * 3) / 3
  }
  return {
    frame: { ...frame, evidence: [...frame.evidence, evidence] },
    plan: applyCalibration(plan, calibrate(plan, frame, evidence, `${frame.id}-meter`))
  }
}

/** An even part of the wing case beside its highlight. */
const WING_CASE = { x: 0.45, y: 0.4 }

/**
 * Black background, still: a snooted key, a rim from behind and a white card, played to its end.
 */
export const beetle = async (camera: DemoCamera): Promise<DemoShoot> => {
  const base = newPlan('black-still', 'Ground beetle, drawer 14', {
    camera: demoItem('camera', 'slate-body'),
    lens: demoItem('lens', 'slate-100'),
    strobe: demoItem('strobe', 'lantern-36'),
    modifier: demoItem('modifier', 'snoot-45')
  })
  let plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'beetle',
      finish: 'gloss',
      colour: '#3b5a46',
      roughness: 0.12,
      lying: true,
      widthMm: 17,
      heightMm: 9,
      depthMm: 24,
      rotationDeg: -62,
      sharpDepthMm: 0.7,
      reflectance: 0.06,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 620, reflectance: 0.01 },
    table: {
      belowMm: 6.2,
      widthMm: 420,
      depthMm: 380,
      reflectance: 0.02,
      finish: 'matt',
      roughness: 0
    },
    settings: { ...base.settings, apertureStops: 6 },
    meter: demoItem('meter', 'wren-meter'),
    focus: { ...base.focus, magnification: 0.9 },
    goals: {
      ...base.goals,
      places: [
        { place: 'top', kind: 'about', stops: 0.5, toleranceStops: 0.5 },
        { place: 'lens', kind: 'at-most', stops: -2, toleranceStops: 1 }
      ]
    },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: 'ev', ev: 5.5 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.9,
        takenAt: null,
        look: null
      },
      background: {
        value: { kind: 'camera', apertureStops: 5, shutterStops: 1, isoStops: 2, scaleStops: 0 },
        limit: 'exact',
        via: 'reflected',
        atMagnification: 0.9,
        takenAt: null,
        look: null
      }
    },
    lights: [
      { ...base.lights[0]!, group: 'A', at: { distanceMm: 180, azimuthDeg: 58, elevationDeg: 24 } },
      {
        ...base.lights[0]!,
        id: 'B',
        name: 'Rim',
        role: 'rim',
        group: 'B',
        strobe: demoItem('strobe', 'pack-10'),
        modifiers: [demoItem('modifier', 'grid-40')],
        powerStops: -1,
        at: { distanceMm: 240, azimuthDeg: -142, elevationDeg: 36 }
      }
    ],
    cards: [
      {
        id: 'K1',
        kind: 'card',
        on: true,
        widthMm: 90,
        heightMm: 60,
        reflectance: 0.85,
        at: { distanceMm: 62, azimuthDeg: -104, elevationDeg: 16 },
        aim: { kind: 'place', place: 'focus' }
      }
    ]
  }
  plan = withBestPower(withBestPower(withBestPower(plan, 0), 1), 0)
  const black = await take(plan, camera, {
    id: 'beetle-1',
    kind: 'black',
    takenAt: '2026-11-20T09:12:00.000Z',
    note: 'Strobes off, curtain drawn.'
  })
  const first = await take(black.plan, camera, {
    id: 'beetle-2',
    kind: 'lit',
    takenAt: '2026-11-20T09:14:00.000Z',
    note: 'Key alone.',
    only: ['A'],
    spot: WING_CASE
  })
  const corrected = withBestPower(first.plan, 0)
  const second = await take(corrected, camera, {
    id: 'beetle-3',
    kind: 'lit',
    takenAt: '2026-11-20T09:16:00.000Z',
    note: '',
    only: ['A'],
    spot: WING_CASE
  })
  const rim = await take(second.plan, camera, {
    id: 'beetle-4',
    kind: 'lit',
    takenAt: '2026-11-20T09:19:00.000Z',
    note: 'Rim alone.',
    only: ['B'],
    spot: null
  })
  const metered = meteredAlone(rim.plan, rim.frame)
  const third = await take(metered.plan, camera, {
    id: 'beetle-5',
    kind: 'lit',
    takenAt: '2026-11-20T09:21:00.000Z',
    note: 'Both. Keeper.',
    spot: WING_CASE
  })
  return {
    id: 'demo-beetle',
    stage: 'run',
    at: '2026-11-20T09:21:30.000Z',
    plan: third.plan,
    frames: [black, first, second, { ...rim, frame: metered.frame }, third]
  }
}
