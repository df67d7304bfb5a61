import { PLAIN, type Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, onSlate, type DemoShoot } from './demoShoot'

/**
 * A dragonfly's wing that the pond left: its light comes through it, from a panel behind and to one
 * side that the lens does not see; a little from the front for the veins. It stands in a clip.
 */
export const wing = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = onSlate('black-soft', 'Dragonfly wing, mill pond', strobe)
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'wing',
      finish: 'translucent',
      colour: '#dccfae',
      widthMm: 9,
      heightMm: 29,
      depthMm: 0.6,
      rotationDeg: 12,
      sharpDepthMm: 0.6,
      reflectance: 0.12,
      transmittance: 0.45,
      texture: 0.15,
      speedMmS: 0,
      directionDeg: 0
    },
    props: [
      {
        shape: 'cylinder',
        finish: 'metal',
        widthMm: 2.4,
        heightMm: 7,
        depthMm: 2.4,
        rotationDeg: 0,
        reflectance: 0.3,
        ...PLAIN,
        colour: '#b8954f',
        roughness: 0.25,
        id: 'T1',
        name: 'Clip',
        rests: 'free',
        xMm: -1.3,
        yMm: -17,
        zMm: 0.3
      }
    ],
    background: { ...base.background, distanceMm: 600, reflectance: 0.02 },
    settings: { ...base.settings, apertureStops: 7 },
    focus: { ...base.focus, magnification: 0.68 },
    goals: { ...base.goals, backgroundStops: -6, subjectStops: 0 },
    ambient: {
      ...base.ambient,
      background: {
        value: { kind: 'ev', ev: 1 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.68,
        takenAt: null,
        look: null
      }
    },
    lights: [
      light({
        id: 'A',
        name: 'Through it',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'panel-200')],
        at: { distanceMm: 230, azimuthDeg: 132, elevationDeg: 12 }
      }),
      light({
        id: 'B',
        name: 'Veins',
        role: 'fill',
        strobe: demoItem('strobe', 'lamplet-20'),
        modifiers: [demoItem('modifier', 'cap')],
        powerStops: -6,
        at: { distanceMm: 300, azimuthDeg: -50, elevationDeg: 25 }
      })
    ]
  }
  return {
    id: 'demo-wing',
    stage: 'light',
    at: '2026-11-22T09:40:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
