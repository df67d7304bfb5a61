import { VIAL } from '@core/model/profiles'
import type { Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, onSlate, type DemoShoot } from './demoShoot'

/**
 * A deep vial lit from behind by a small head: the depth wants a small aperture, the series a quick
 * recycle; both cannot be had.
 */
export const vial = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lamplet-20')
  const base = onSlate('black-still', 'Amber vial, ground stopper', strobe)
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'vessel',
      profile: VIAL,
      finish: 'clear',
      widthMm: 38,
      heightMm: 82,
      depthMm: 38,
      glass: { wallMm: 1.5, colour: '#d8a860', throughMm: 4 },
      liquid: { level: 0.86, colour: '#8a5f28', throughMm: 16 },
      rotationDeg: 0,
      sharpDepthMm: 26.7,
      reflectance: 0.12,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 1100, reflectance: 0.02 },
    // What is seen is the head itself: dark glass before the lens.
    settings: { ...base.settings, apertureStops: 25 / 3, ndStops: 5 },
    focus: { ...base.focus, magnification: 0.25, blur: { kind: 'pixels', pixels: 8 } },
    goals: { ...base.goals, backgroundStops: -5.5, recycleS: 0.15, isoStops: 1, flashes: 400 },
    bag: { ...base.bag, modifiers: [] },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: 'ev', ev: 9.5 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.25,
        takenAt: null,
        look: null
      },
      background: {
        value: { kind: 'ev', ev: 8 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.25,
        takenAt: null,
        look: null
      }
    },
    lights: [
      light({
        id: 'A',
        name: 'Behind',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'tracing')],
        powerStops: -1,
        at: { distanceMm: 260, azimuthDeg: 180, elevationDeg: 0 },
        reach: { nearMm: 220, farMm: 300, swingDeg: 0 }
      })
    ],
    locks: ['lights.A.modifiers', 'settings.ndStops']
  }
  return {
    id: 'demo-vial',
    stage: 'ways',
    at: '2026-11-24T17:10:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
