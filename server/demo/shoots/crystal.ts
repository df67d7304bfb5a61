import type { Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, onSlate, type DemoShoot } from './demoShoot'

/**
 * A crystal far deeper than one frame holds: a stack on a rail, two soft heads that recycle between
 * the frames. Its backdrop stands so near that the shell lights it: the grid in the bag does not help
 * by itself, nor does a swing; both do.
 */
export const crystal = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = onSlate('black-soft', 'Quartz cluster, deep', strobe)
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'crystal',
      finish: 'gloss',
      colour: '#b9a4c9',
      texture: 0.5,
      widthMm: 17,
      heightMm: 22,
      depthMm: 16,
      rotationDeg: 25,
      sharpDepthMm: 18,
      reflectance: 0.3,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 250, reflectance: 0.05 },
    settings: { ...base.settings, apertureStops: 6 },
    focus: { ...base.focus, magnification: 0.9 },
    bag: { ...base.bag, modifiers: [demoItem('modifier', 'grid-40')] },
    goals: {
      ...base.goals,
      places: [{ place: 'shadow', kind: 'about', stops: -1.5, toleranceStops: 0.5 }],
      wished: ['depth']
    },
    lights: [
      light({
        id: 'A',
        name: 'Shell',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'shell-300')],
        at: { distanceMm: 320, azimuthDeg: 50, elevationDeg: 30 },
        reach: { nearMm: 320, farMm: 320, swingDeg: 40 }
      }),
      light({
        id: 'B',
        name: 'Fill',
        role: 'fill',
        strobe: demoItem('strobe', 'lamplet-20'),
        modifiers: [demoItem('modifier', 'cap')],
        at: { distanceMm: 260, azimuthDeg: -55, elevationDeg: 10 }
      })
    ]
  }
  return {
    id: 'demo-crystal',
    stage: 'focus',
    at: '2026-11-23T15:05:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
