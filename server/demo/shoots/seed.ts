import { SEED } from '@core/model/profiles'
import { newPlan } from '@core/plan/newPlan'
import type { Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, over, settled, slate, type DemoShoot } from './demoShoot'

/** A seed that jumps off a hot plate: quick, small, lit by a short flash. */
export const seed = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = newPlan('black-still', 'Popping seed, hot plate', {
    ...slate,
    strobe,
    modifier: demoItem('modifier', 'snoot-45')
  })
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'lathe',
      profile: SEED,
      colour: '#d9a441',
      texture: 0.4,
      finish: 'matt',
      widthMm: 9,
      heightMm: 8,
      depthMm: 8,
      rotationDeg: 0,
      sharpDepthMm: 6,
      reflectance: 0.35,
      speedMmS: 1981,
      directionDeg: 15
    },
    background: { ...base.background, distanceMm: 700, reflectance: 0.02 },
    settings: { ...base.settings, apertureStops: 7 },
    focus: { ...base.focus, magnification: 0.3 },
    goals: { ...base.goals, backgroundStops: -5, blurPx: 8 },
    bag: { ...base.bag, modifiers: [demoItem('modifier', 'snoot-22')] },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: 'ev', ev: 6 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.3,
        takenAt: '2026-11-24T16:20:00.000Z',
        look: 'black-still'
      },
      background: {
        value: { kind: 'ev', ev: 4 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.3,
        takenAt: '2026-11-24T16:20:00.000Z',
        look: 'black-still'
      }
    },
    lights: [
      light({
        id: 'A',
        name: 'Side',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'snoot-45')],
        ...over('tern-radio', null, 3),
        at: { distanceMm: 590, azimuthDeg: 62, elevationDeg: 25 },
        reach: { nearMm: 120, farMm: 600, swingDeg: 0 }
      }),
      light({
        id: 'B',
        name: 'Rim',
        role: 'other',
        strobe: demoItem('strobe', 'lamplet-20'),
        powerStops: -6,
        ...over('tern-radio', null, 3),
        at: { distanceMm: 300, azimuthDeg: -140, elevationDeg: 30 }
      })
    ]
  }
  return {
    id: 'demo-seed',
    stage: 'freeze',
    at: '2026-11-24T16:25:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
