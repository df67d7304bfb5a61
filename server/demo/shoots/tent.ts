import { newPlan } from '@core/plan/newPlan'
import type { Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, slate, type DemoShoot } from './demoShoot'

/** A white card of the tent, standing on the table and facing the subject. */
const side = (id: string, azimuthDeg: number, widthMm: number): Plan['cards'][number] => ({
  id,
  kind: 'card',
  on: true,
  widthMm,
  heightMm: 160,
  reflectance: 0.88,
  at: { distanceMm: 140, azimuthDeg, elevationDeg: 24 },
  aim: { kind: 'place', place: 'focus' }
})

/** Pale cards all round throw the light of one head back and forth until it comes from all sides. */
export const tent = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = newPlan('black-soft', 'Stag beetle, tent of cards', {
    ...slate,
    strobe,
    modifier: null
  })
  const plan: Plan = {
    ...base,
    subject: {
      shape: 'ellipsoid',
      finish: 'gloss',
      widthMm: 26,
      heightMm: 16,
      depthMm: 52,
      rotationDeg: 25,
      sharpDepthMm: 8,
      reflectance: 0.05,
      speedMmS: 0,
      directionDeg: 0
    },
    view: { elevationDeg: 20 },
    table: { belowMm: 8.2, widthMm: 420, depthMm: 400, reflectance: 0.75 },
    background: {
      ...base.background,
      distanceMm: 260,
      widthMm: 400,
      heightMm: 300,
      reflectance: 0.8
    },
    settings: { ...base.settings, apertureStops: 6 },
    focus: { ...base.focus, magnification: 0.5 },
    goals: { ...base.goals, backgroundStops: 1 },
    lights: [
      light({
        id: 'A',
        name: 'Into the tent',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'tracing')],
        at: { distanceMm: 330, azimuthDeg: 35, elevationDeg: 55 }
      })
    ],
    cards: [side('K1', -90, 170), side('K2', 90, 170), side('K3', -150, 120), side('K4', 150, 120)]
  }
  return {
    id: 'demo-tent',
    stage: 'light',
    at: '2026-11-24T17:50:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
