import { TOP_SHELL } from '@core/model/profiles'
import type { Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, onSlate, type DemoShoot } from './demoShoot'

/**
 * In the small white store room the head looks at the ceiling: all of the subject's light has been
 * thrown back at least once, most of it several times.
 */
export const shells = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = onSlate('black-soft', 'Top shell, store room', strobe)
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'lathe',
      profile: TOP_SHELL,
      colour: '#d8ccb8',
      texture: 0.8,
      finish: 'matt',
      widthMm: 62,
      heightMm: 56,
      depthMm: 60,
      rotationDeg: 20,
      sharpDepthMm: 11,
      reflectance: 0.42,
      speedMmS: 0,
      directionDeg: 0
    },
    view: { elevationDeg: 25 },
    table: {
      belowMm: 28.2,
      widthMm: 900,
      depthMm: 600,
      reflectance: 0.5,
      finish: 'matt',
      roughness: 0
    },
    background: {
      ...base.background,
      distanceMm: 420,
      widthMm: 700,
      heightMm: 500,
      reflectance: 0.6
    },
    room: {
      widthMm: 2600,
      depthMm: 3400,
      leftMm: 1800,
      behindMm: 900,
      ceilingMm: 1500,
      floorMm: 900,
      wallReflectance: 0.8,
      ceilingReflectance: 0.85,
      floorReflectance: 0.3
    },
    settings: { ...base.settings, apertureStops: 7 },
    focus: { ...base.focus, magnification: 0.25 },
    goals: { ...base.goals, backgroundStops: 0.5 },
    lights: [
      light({
        id: 'A',
        name: 'At the ceiling',
        role: 'key',
        strobe,
        at: { distanceMm: 700, azimuthDeg: 70, elevationDeg: 30 },
        aim: { kind: 'free', azimuthDeg: -110, elevationDeg: 75 }
      })
    ]
  }
  return {
    id: 'demo-shells',
    stage: 'light',
    at: '2026-11-24T17:40:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
