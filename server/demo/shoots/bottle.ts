import { PLAIN, type Plan, type Prop } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, onSlate, type DemoShoot } from './demoShoot'

/** High shoulders, a short neck, a broad lip. */
const SCENT: Plan['subject']['profile'] = [
  { out: 0.94, up: 0, corner: true },
  { out: 1, up: 0.03, corner: true },
  { out: 1, up: 0.72, corner: false },
  { out: 0.9, up: 0.8, corner: false },
  { out: 0.4, up: 0.85, corner: false },
  { out: 0.34, up: 0.88, corner: true },
  { out: 0.34, up: 0.95, corner: true },
  { out: 0.5, up: 0.96, corner: true },
  { out: 0.5, up: 1, corner: true }
]

/** A plug under a knob of three rings of facets. */
const STOPPER: Plan['subject']['profile'] = [
  { out: 0.34, up: 0, corner: true },
  { out: 0.4, up: 0.4, corner: true },
  { out: 0.62, up: 0.46, corner: true },
  { out: 1, up: 0.66, corner: true },
  { out: 0.86, up: 0.88, corner: true },
  { out: 0.45, up: 1, corner: true }
]

const clear = (part: Partial<Prop>): Prop => ({
  shape: 'crystal',
  finish: 'clear',
  widthMm: 10,
  heightMm: 15,
  depthMm: 8,
  rotationDeg: 0,
  reflectance: 0.1,
  ...PLAIN,
  glass: { wallMm: 1, colour: '#e6f0ea', throughMm: 14 },
  id: 'T1',
  name: 'Clear piece',
  rests: 'free',
  xMm: 0,
  yMm: 0,
  zMm: 0,
  ...part
})

/**
 * A clear bottle with a small head hidden behind it, a diffuser on that, and a narrow head for
 * the facets.
 */
export const bottle = (): DemoShoot => {
  const strobe = demoItem('strobe', 'bench-200')
  const base = onSlate('black-still', 'Scent bottle, cut stopper', strobe)
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'vessel',
      finish: 'clear',
      profile: SCENT,
      widthMm: 52,
      heightMm: 96,
      depthMm: 34,
      glass: { wallMm: 1.4, colour: '#eef6f2', throughMm: 12 },
      liquid: { level: 0.66, colour: '#e0a050', throughMm: 24 },
      rotationDeg: 8,
      sharpDepthMm: 10,
      reflectance: 0.12,
      speedMmS: 0,
      directionDeg: 0
    },
    props: [
      clear({
        id: 'T1',
        name: 'Stopper',
        shape: 'lathe',
        profile: STOPPER,
        widthMm: 19,
        heightMm: 22,
        depthMm: 19,
        yMm: 50
      }),
      clear({ id: 'T2', name: 'Chip of quartz', widthMm: 11, xMm: -9, yMm: -38, rotationDeg: 20 }),
      clear({ id: 'T3', name: 'Small chip', widthMm: 7, heightMm: 9, xMm: 7, yMm: -41 })
    ],
    background: { ...base.background, distanceMm: 900, reflectance: 0.02 },
    table: {
      belowMm: 48.2,
      widthMm: 700,
      depthMm: 600,
      reflectance: 0.04,
      finish: 'matt',
      roughness: 0
    },
    settings: { ...base.settings, apertureStops: 8, ndStops: 3 },
    focus: { ...base.focus, magnification: 0.186 },
    goals: {
      ...base.goals,
      backgroundStops: -5,
      // What is seen is the head through the glass, far brighter than what its light falls on.
      subjectStops: 0.5,
      places: [{ place: 'lens', kind: 'at-most', stops: -1, toleranceStops: 1 }]
    },
    lights: [
      light({
        id: 'A',
        name: 'Behind',
        role: 'key',
        group: 'A',
        strobe: demoItem('strobe', 'lamplet-20'),
        modifiers: [demoItem('modifier', 'cap')],
        powerStops: -3,
        rollDeg: 90,
        at: { distanceMm: 42, azimuthDeg: 180, elevationDeg: -13 }
      }),
      light({
        id: 'B',
        name: 'Facets',
        role: 'other',
        group: 'A',
        strobe: demoItem('strobe', 'lantern-36'),
        modifiers: [demoItem('modifier', 'snoot-45')],
        powerStops: -7,
        at: { distanceMm: 320, azimuthDeg: -62, elevationDeg: 24 }
      })
    ],
    cards: [
      {
        id: 'K1',
        kind: 'card',
        on: true,
        widthMm: 60,
        heightMm: 130,
        reflectance: 0.85,
        at: { distanceMm: 95, azimuthDeg: 70, elevationDeg: 0 },
        aim: { kind: 'place', place: 'focus' }
      }
    ]
  }
  return {
    id: 'demo-bottle',
    stage: 'light',
    at: '2026-11-23T11:10:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
