import { PLAIN, type Plan, type Prop } from '@core/plan/plan'
import { typicalWater } from '@core/medium/water'
import { light, over, settled, type DemoShoot } from './demoShoot'
import { anemone, bottom, onTheBottom } from './onTheBottom'

/** One of the two horns on its head. */
const horn = (id: string, name: string, xMm: number): Prop => ({
  ...PLAIN,
  id,
  name,
  shape: 'cylinder',
  finish: 'matt',
  widthMm: 0.9,
  heightMm: 3.4,
  depthMm: 0.9,
  rotationDeg: 0,
  reflectance: 0.42,
  colour: '#f0d8c0',
  rests: 'free',
  xMm,
  yMm: 4.6,
  zMm: 4
})

/** A tiny thing close to the port: the strobe above it, in line with the lens, tilted down. */
export const seaSlug = (): DemoShoot => {
  const base = onTheBottom('Sea slug on the quay wall', '2026-11-22T11:10:00.000Z', null)
  const plan: Plan = {
    ...base,
    medium: { ...typicalWater('sea', 'green'), depthM: 4 },
    subject: {
      ...base.subject,
      shape: 'ellipsoid',
      finish: 'gloss',
      colour: '#d8622c',
      texture: 0.5,
      roughness: 0.3,
      widthMm: 26,
      heightMm: 8,
      depthMm: 13,
      rotationDeg: 24,
      sharpDepthMm: 5,
      reflectance: 0.3,
      speedMmS: 1,
      directionDeg: 0
    },
    props: [horn('T1', 'Left horn', 6), horn('T2', 'Right horn', 9)],
    table: bottom(4),
    goals: { ...base.goals, backgroundStops: -4 },
    lights: [
      light({
        id: 'A',
        name: 'Above the port',
        role: 'key',
        strobe: anemone,
        ...over('limpet-guide'),
        powerStops: -3,
        at: { distanceMm: 190, azimuthDeg: 8, elevationDeg: 58 }
      })
    ]
  }
  return {
    id: 'demo-slug',
    stage: 'light',
    at: '2026-11-22T12:00:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
