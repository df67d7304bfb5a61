import { withLight } from '@core/plan/edit'
import { newPlan } from '@core/plan/newPlan'
import type { Plan } from '@core/plan/plan'
import { withBestPower } from '@core/solve/power'
import { demoItem } from '../kit'
import { over, type DemoShoot } from './demoShoot'

/** Fill in daylight with a leaf shutter: planned as far as Dark. */
export const crab = (): DemoShoot => {
  const base = newPlan('daylight-fill', 'Shore crab, low tide', {
    camera: demoItem('camera', 'tern-compact'),
    lens: demoItem('lens', 'tern-zoom'),
    strobe: demoItem('strobe', 'lamplet-20'),
    modifier: demoItem('modifier', 'cap')
  })
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'crab',
      finish: 'gloss',
      colour: '#8a5a3c',
      roughness: 0.25,
      texture: 0.7,
      widthMm: 52,
      heightMm: 19,
      depthMm: 33,
      rotationDeg: 14,
      sharpDepthMm: 4,
      reflectance: 0.25,
      speedMmS: 30,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 800, reflectance: 0.18 },
    table: {
      belowMm: 9.6,
      widthMm: 1200,
      depthMm: 1200,
      reflectance: 0.2,
      finish: 'matt',
      roughness: 0
    },
    settings: { ...base.settings, shutterStops: 31 / 3, apertureStops: 5 },
    goals: { ...base.goals, backgroundStops: -1.5, backgroundLeastStops: -2.5 },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: 'ev', ev: 12.5 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.18,
        takenAt: null,
        look: null
      },
      background: {
        value: { kind: 'ev', ev: 13.3 },
        limit: 'exact',
        via: 'reflected',
        atMagnification: 0.18,
        takenAt: null,
        look: null
      }
    }
  }
  const near = withLight(plan, 0, {
    at: { distanceMm: 420, azimuthDeg: 25, elevationDeg: 20 },
    ...over('wink-infrared', null, 2)
  })
  return {
    id: 'demo-crab',
    stage: 'dark',
    at: '2026-11-21T15:40:00.000Z',
    plan: withBestPower(near, 0),
    frames: []
  }
}
