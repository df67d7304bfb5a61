import { newPlan } from '@core/plan/newPlan'
import type { Plan } from '@core/plan/plan'
import { typicalWater } from '@core/medium/water'
import { demoItem } from '../kit'
import { light, settled, type DemoShoot } from './demoShoot'

/** Lit from a second place: a snooted head on the bottom, beside it; the camera’s own only triggers it. */
export const mudShrimp = (): DemoShoot => {
  const strobe = demoItem('strobe', 'anemone-7')
  const base = newPlan('black-still', 'Mud shrimp, lit from the side', {
    camera: demoItem('camera', 'cove-body'),
    lens: demoItem('lens', 'cove-45'),
    strobe,
    modifier: demoItem('modifier', 'snoot-45')
  })
  const plan: Plan = {
    ...base,
    medium: { ...typicalWater('sea'), depthM: 3 },
    housing: demoItem('housing', 'limpet-flat'),
    subject: {
      ...base.subject,
      shape: 'ellipsoid',
      finish: 'gloss',
      colour: '#c9b08a',
      texture: 0.5,
      roughness: 0.3,
      widthMm: 30,
      heightMm: 7,
      depthMm: 8,
      rotationDeg: -12,
      sharpDepthMm: 5,
      reflectance: 0.3,
      speedMmS: 1,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 400, reflectance: 0.05, colour: '#4a5a3a' },
    table: {
      belowMm: 3.5,
      widthMm: 260,
      depthMm: 240,
      reflectance: 0.09,
      finish: 'matt',
      roughness: 0
    },
    view: { elevationDeg: 14 },
    settings: { ...base.settings, isoStops: 1, apertureStops: 8, shutterStops: 7 },
    focus: { ...base.focus, magnification: 0.42, blur: { kind: 'circle', mm: 0.03 } },
    goals: { ...base.goals, backgroundStops: -6 },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: 'ev', ev: 6.5 },
        limit: 'exact',
        via: 'lens',
        atMagnification: 0.42,
        takenAt: '2026-11-22T12:50:00.000Z',
        look: 'black-still'
      },
      background: {
        value: { kind: 'ev', ev: 6 },
        limit: 'exact',
        via: 'lens',
        atMagnification: 0.42,
        takenAt: '2026-11-22T12:50:00.000Z',
        look: 'black-still'
      }
    },
    lights: [
      light({
        id: 'A',
        name: 'Snoot from the side',
        role: 'key',
        strobe,
        powerStops: -3,
        modifiers: [demoItem('modifier', 'snoot-45')],
        at: { distanceMm: 265, azimuthDeg: 72, elevationDeg: 28 }
      })
    ]
  }
  return {
    id: 'demo-shrimp',
    stage: 'light',
    at: '2026-11-22T13:10:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
