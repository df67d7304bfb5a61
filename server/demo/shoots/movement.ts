import { newPlan } from '@core/plan/newPlan'
import type { Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, type DemoShoot } from './demoShoot'

/**
 * A watch movement under a ring round the lens, so near that the point formula is most of a stop
 * off.
 */
export const movement = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-ring')
  const base = newPlan('black-soft', 'Watch movement, lever escapement', {
    camera: demoItem('camera', 'cove-body'),
    lens: demoItem('lens', 'cove-45'),
    strobe,
    modifier: null
  })
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'movement',
      finish: 'metal',
      roughness: 0.22,
      widthMm: 26,
      heightMm: 24,
      depthMm: 6,
      rotationDeg: 0,
      sharpDepthMm: 0.7,
      reflectance: 0.35,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 260, reflectance: 0.03 },
    settings: { ...base.settings, apertureStops: 7.5 },
    focus: { ...base.focus, magnification: 0.8, blur: { kind: 'pixels', pixels: 8 } },
    goals: { ...base.goals, backgroundStops: -4, subjectStops: -1.4 },
    lights: [
      light({
        id: 'A',
        name: 'Ring',
        role: 'key',
        strobe,
        mount: 'lens',
        modifiers: [demoItem('modifier', 'tracing')],
        at: { distanceMm: 120, azimuthDeg: 0, elevationDeg: 0 }
      })
    ]
  }
  return {
    id: 'demo-movement',
    stage: 'light',
    at: '2026-11-23T10:30:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
