import type { Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, onSlate, type DemoShoot } from './demoShoot'

/** A knob, a waist and a flat foot with the crest. */
const SEAL: Plan['subject']['profile'] = [
  { out: 0.72, up: 0, corner: true },
  { out: 0.74, up: 0.08, corner: true },
  { out: 0.4, up: 0.16, corner: false },
  { out: 0.26, up: 0.4, corner: false },
  { out: 0.34, up: 0.52, corner: true },
  { out: 0.46, up: 0.55, corner: true },
  { out: 0.34, up: 0.58, corner: true },
  { out: 0.62, up: 0.72, corner: false },
  { out: 0.66, up: 0.86, corner: false },
  { out: 0.3, up: 0.98, corner: false },
  { out: 0, up: 1, corner: false }
]

const lens = (ev: number) => ({
  value: { kind: 'ev' as const, ev },
  limit: 'exact' as const,
  via: 'lens' as const,
  atMagnification: 0.28,
  takenAt: null,
  look: 'black-soft' as const
})

/** Two lanterns behind the seal, and what is left of the day in the window. */
const SOURCES: Plan['ambient']['sources'] = [
  {
    id: 'S1',
    name: 'Paper lantern',
    kind: 'lamp',
    from: {
      kind: 'face',
      at: { distanceMm: 640, azimuthDeg: -172, elevationDeg: -3.5 },
      widthMm: 42,
      heightMm: 42
    },
    state: 'on',
    shadeStops: 1,
    colour: { kind: 'glowing', kelvin: 2700 },
    reading: lens(8.6),
    readAt: 'itself',
    wanted: { leastStops: 0, mostStops: 2 }
  },
  {
    id: 'S2',
    name: 'Wall lamp',
    kind: 'lamp',
    from: {
      kind: 'face',
      at: { distanceMm: 655, azimuthDeg: 169, elevationDeg: -1.5 },
      widthMm: 24,
      heightMm: 24
    },
    state: 'on',
    shadeStops: 1,
    colour: { kind: 'glowing', kelvin: 2900 },
    reading: lens(9.3),
    readAt: 'itself',
    wanted: { leastStops: 0.5, mostStops: 2.3 }
  },
  {
    id: 'S3',
    name: 'Window, after sunset',
    kind: 'window',
    from: {
      kind: 'face',
      at: { distanceMm: 1900, azimuthDeg: -75, elevationDeg: 12 },
      widthMm: 900,
      heightMm: 1200
    },
    state: 'shaded',
    shadeStops: 3,
    colour: { kind: 'daylight', kelvin: 8000 },
    reading: { ...lens(2.5), via: 'reflected' },
    readAt: 'itself',
    wanted: null
  }
]

/** The rim light as strong as the eye wanted it: no goal asks for it. */
const rimmed = (plan: Plan): Plan => ({
  ...plan,
  lights: plan.lights.map((each) => (each.id === 'B' ? { ...each, powerStops: -3 } : each))
})

/**
 * A seal on the table of the lamplit study: the lamps behind stay in the picture by a slow shutter,
 * warm gels bring both strobes to their colour.
 */
export const lamplit = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = onSlate('black-soft', 'Letter seal by lamplight', strobe)
  const warm = demoItem('filter', 'warm-full')
  const lamp = { kind: 'glowing', kelvin: 2900 } as const
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'lathe',
      profile: SEAL,
      finish: 'gloss',
      colour: '#b08d57',
      widthMm: 22,
      heightMm: 64,
      depthMm: 22,
      roughness: 0.35,
      sharpDepthMm: 6,
      reflectance: 0.3,
      speedMmS: 0
    },
    view: { elevationDeg: 8 },
    table: {
      belowMm: 32.1,
      widthMm: 900,
      depthMm: 700,
      reflectance: 0.12,
      finish: 'matt',
      roughness: 0
    },
    background: {
      ...base.background,
      distanceMm: 700,
      widthMm: 1100,
      heightMm: 900,
      reflectance: 0.3,
      colour: '#8a6a4c',
      gradientStops: 2.5,
      gradientDeg: 25
    },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: 'ev', ev: 1.2 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.28,
        takenAt: null,
        look: 'black-soft'
      },
      background: {
        value: { kind: 'ev', ev: 4.9 },
        limit: 'exact',
        via: 'reflected',
        atMagnification: 0.28,
        takenAt: null,
        look: 'black-soft'
      },
      colour: { subject: lamp, background: lamp },
      sources: SOURCES
    },
    balance: { kind: 'kelvin', kelvin: 2900, tint: 0 },
    settings: { ...base.settings, apertureStops: 7, shutterStops: 0 },
    focus: { ...base.focus, magnification: 0.28 },
    goals: {
      ...base.goals,
      backgroundStops: -0.5,
      backgroundLeastStops: -2.5,
      neutralStops: 0.2
    },
    bag: {
      ...base.bag,
      filters: [
        warm,
        ...['warm-half', 'warm-quarter', 'cool-full', 'green-30', 'magenta-30'].map((id) =>
          demoItem('filter', id)
        )
      ]
    },
    lights: [
      light({
        id: 'A',
        name: 'Panel',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'panel-200')],
        filters: [warm],
        at: { distanceMm: 300, azimuthDeg: 55, elevationDeg: 35 }
      }),
      light({
        id: 'B',
        name: 'Rim',
        role: 'rim',
        strobe: demoItem('strobe', 'lamplet-20'),
        modifiers: [demoItem('modifier', 'grid-40')],
        filters: [warm],
        powerStops: -6,
        at: { distanceMm: 420, azimuthDeg: -130, elevationDeg: 35 }
      })
    ]
  }
  return {
    id: 'demo-lamplit',
    stage: 'colour',
    at: '2026-11-24T18:10:00.000Z',
    plan: rimmed(settled(plan)),
    frames: []
  }
}
