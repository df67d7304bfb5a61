import type { Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, onSlate, type DemoShoot } from './demoShoot'

/** A whorled shell: each turn narrower than the one under it. */
const WHORLS: Plan['subject']['profile'] = [
  { out: 0.4, up: 0, corner: true },
  { out: 0.92, up: 0.08, corner: false },
  { out: 1, up: 0.2, corner: false },
  { out: 0.78, up: 0.34, corner: true },
  { out: 0.84, up: 0.44, corner: false },
  { out: 0.58, up: 0.57, corner: true },
  { out: 0.63, up: 0.65, corner: false },
  { out: 0.4, up: 0.76, corner: true },
  { out: 0.42, up: 0.82, corner: false },
  { out: 0.2, up: 0.92, corner: true },
  { out: 0, up: 1, corner: false }
]

/**
 * A wax cast of a shell, to be told from the plaster ones: light from behind glows through its edges.
 * It stands on black acrylic, which shows its foot once more.
 */
export const waxCast = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = onSlate('black-soft', 'Wax cast of a shell', strobe)
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'lathe',
      profile: WHORLS,
      finish: 'translucent',
      colour: '#e3bd84',
      reflectance: 0.42,
      transmittance: 0.35,
      layerMm: 8,
      widthMm: 22,
      heightMm: 34,
      depthMm: 22,
      sharpDepthMm: 4.5,
      speedMmS: 0,
      directionDeg: 0
    },
    view: { elevationDeg: 12 },
    background: { ...base.background, distanceMm: 500, reflectance: 0.02 },
    table: {
      belowMm: 17.1,
      widthMm: 500,
      depthMm: 400,
      reflectance: 0.01,
      finish: 'gloss',
      roughness: 0
    },
    settings: { ...base.settings, apertureStops: 7 },
    focus: { ...base.focus, magnification: 0.36 },
    goals: {
      ...base.goals,
      backgroundStops: -6,
      subjectStops: 1,
      toleranceStops: 0.7,
      places: [{ place: 'shadow', kind: 'about', stops: -2.3, toleranceStops: 0.7 }]
    },
    lights: [
      light({
        id: 'A',
        name: 'Through it',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'cap')],
        at: { distanceMm: 170, azimuthDeg: 152, elevationDeg: 42 }
      }),
      light({
        id: 'B',
        name: 'Whorls',
        role: 'fill',
        serves: 'shadow',
        strobe: demoItem('strobe', 'lamplet-20'),
        modifiers: [demoItem('modifier', 'panel-200')],
        powerStops: -6,
        at: { distanceMm: 300, azimuthDeg: -55, elevationDeg: 35 }
      })
    ]
  }
  return {
    id: 'demo-wax',
    stage: 'light',
    at: '2026-11-24T10:05:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
