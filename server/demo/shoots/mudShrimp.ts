import type { Plan } from '@core/plan/plan'
import { typicalWater } from '@core/medium/water'
import { demoItem } from '../kit'
import { light, over, settled, type DemoShoot } from './demoShoot'
import { anemone, bottom, onTheBottom } from './onTheBottom'

/** Lit from a second place: a snooted head beside it; the camera’s own only triggers it. */
export const mudShrimp = (): DemoShoot => {
  const snoot = demoItem('modifier', 'snoot-45')
  const base = onTheBottom('Mud shrimp, lit from the side', '2026-11-22T12:50:00.000Z', snoot)
  const plan: Plan = {
    ...base,
    medium: { ...typicalWater('sea'), depthM: 3 },
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
    table: bottom(3.5),
    goals: { ...base.goals, backgroundStops: -6 },
    lights: [
      light({
        id: 'A',
        name: 'Snoot from the side',
        role: 'key',
        strobe: anemone,
        modifiers: [snoot],
        powerStops: -3,
        ...over('anemone-cell', 'B'),
        at: { distanceMm: 265, azimuthDeg: 72, elevationDeg: 28 }
      }),
      light({
        id: 'B',
        name: 'On the port',
        role: 'other',
        strobe: anemone,
        on: false,
        onlyTriggers: true,
        powerStops: -5,
        ...over('limpet-guide'),
        at: { distanceMm: 300, azimuthDeg: 24, elevationDeg: 42 },
        aim: { kind: 'free', azimuthDeg: 119, elevationDeg: -10 }
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
