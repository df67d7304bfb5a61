import { withMeasuredVapour } from '@core/advise/vapour'
import { withLight } from '@core/plan/edit'
import { newPlan } from '@core/plan/newPlan'
import type { Plan } from '@core/plan/plan'
import { withBestPower } from '@core/solve/power'
import { demoItem } from '../kit'
import type { DemoShoot } from './demoShoot'
import { take, type DemoCamera } from './take'

/** A plume across a narrow beam: the black frame, then one with the light that says how dense it is. */
export const steam = async (camera: DemoCamera): Promise<DemoShoot> => {
  const base = newPlan('plume', 'Steam over the thimble cup', {
    camera: demoItem('camera', 'slate-body'),
    lens: demoItem('lens', 'slate-60'),
    strobe: demoItem('strobe', 'pack-10'),
    modifier: demoItem('modifier', 'grid-40')
  })
  const set: Plan = {
    ...base,
    subject: {
      ...base.subject,
      widthMm: 90,
      heightMm: 140,
      depthMm: 60,
      sharpDepthMm: 8,
      speedMmS: 250,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 1600, reflectance: 0.04 },
    settings: { ...base.settings, apertureStops: 6 },
    rides: 'aperture',
    focus: { ...base.focus, magnification: 0.2 },
    ambient: { ...base.ambient, subject: null, background: null }
  }
  const plan = withBestPower(
    withLight(set, 0, { at: { distanceMm: 650, azimuthDeg: 70, elevationDeg: 0 } }),
    0
  )
  const black = await take(plan, camera, {
    id: 'steam-1',
    kind: 'black',
    takenAt: '2026-11-22T18:05:00.000Z',
    note: 'Lamps off, door shut.'
  })
  const lit = await take(black.plan, camera, {
    id: 'steam-2',
    kind: 'lit',
    takenAt: '2026-11-22T18:09:00.000Z',
    note: 'Kettle on, door shut, air still.',
    // On an even part, between the strands.
    spot: { x: 0.36, y: 0.5 }
  })
  return {
    id: 'demo-steam',
    stage: 'run',
    at: '2026-11-22T18:10:00.000Z',
    plan: withMeasuredVapour(lit.plan) ?? lit.plan,
    frames: [black, lit]
  }
}
