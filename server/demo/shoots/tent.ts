import type { Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, onSlate, type DemoShoot } from './demoShoot'

/** A white card of the tent. */
const side = (
  id: string,
  azimuthDeg: number,
  elevationDeg: number,
  heightMm: number
): Plan['cards'][number] => ({
  id,
  kind: 'card',
  on: true,
  widthMm: 170,
  heightMm,
  reflectance: 0.88,
  at: { distanceMm: 130, azimuthDeg, elevationDeg },
  aim: { kind: 'place', place: 'focus' }
})

/** Pale cards all round throw the light of one head back and forth until it comes from all sides. */
export const tent = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = onSlate('black-soft', 'Stag beetle, tent of cards', strobe)
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'beetle',
      lying: true,
      colour: '#4a3524',
      roughness: 0.05,
      finish: 'gloss',
      widthMm: 26,
      heightMm: 16,
      depthMm: 52,
      rotationDeg: 25,
      sharpDepthMm: 3,
      reflectance: 0.05,
      speedMmS: 0,
      directionDeg: 0
    },
    view: { elevationDeg: 0 },
    table: {
      belowMm: 8.2,
      widthMm: 420,
      depthMm: 320,
      reflectance: 0.4,
      finish: 'matt',
      roughness: 0
    },
    background: {
      ...base.background,
      distanceMm: 260,
      widthMm: 400,
      heightMm: 300,
      reflectance: 0.8
    },
    settings: { ...base.settings, apertureStops: 7 },
    focus: { ...base.focus, magnification: 0.5 },
    goals: { ...base.goals, backgroundStops: 2 },
    lights: [
      light({
        id: 'A',
        name: 'Into the tent',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'tracing')],
        zoomMm: 24,
        units: 2,
        at: { distanceMm: 330, azimuthDeg: 40, elevationDeg: 22 }
      })
    ],
    // Two sides and a roof; open to the lens, to the head and behind.
    cards: [side('K1', -100, 26, 120), side('K2', 100, 26, 120), side('K3', 180, 80, 150)]
  }
  return {
    id: 'demo-tent',
    stage: 'light',
    at: '2026-11-24T17:50:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
