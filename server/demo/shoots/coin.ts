import type { Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, onSlate, type DemoShoot } from './demoShoot'

/**
 * A coin seen from steeply above, its flat face a mirror: the panel stands in the zone that shows,
 * a flag reaches into it.
 */
export const coin = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = onSlate('black-soft', 'Silver token, 1st tray', strobe)
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'coin',
      finish: 'metal',
      roughness: 0.16,
      lying: true,
      widthMm: 24,
      heightMm: 2,
      depthMm: 24,
      rotationDeg: 0,
      sharpDepthMm: 0.8,
      reflectance: 0.5,
      speedMmS: 0,
      directionDeg: 0
    },
    view: { elevationDeg: 62 },
    table: {
      belowMm: 1.1,
      widthMm: 400,
      depthMm: 400,
      reflectance: 0.03,
      finish: 'matt',
      roughness: 0
    },
    background: { ...base.background, distanceMm: 300, reflectance: 0.02 },
    settings: { ...base.settings, apertureStops: 6 },
    focus: { ...base.focus, magnification: 0.8 },
    goals: { ...base.goals, backgroundStops: -4, subjectStops: -1.7 },
    lights: [
      light({
        id: 'A',
        name: 'Panel',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'panel-200')],
        at: { distanceMm: 210, azimuthDeg: 180, elevationDeg: 58 }
      })
    ],
    // A black edge into the mirror’s view: the relief draws where it ends.
    cards: [
      {
        id: 'K1',
        kind: 'flag',
        on: true,
        widthMm: 60,
        heightMm: 60,
        reflectance: 0.03,
        at: { distanceMm: 125, azimuthDeg: 149, elevationDeg: 56 },
        aim: { kind: 'place', place: 'focus' }
      }
    ]
  }
  return {
    id: 'demo-coin',
    stage: 'light',
    at: '2026-11-23T14:20:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
