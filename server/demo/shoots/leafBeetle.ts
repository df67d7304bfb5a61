import { PICTURE_HIGH, PICTURE_WIDE, PLAIN, type Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, onSlate, type DemoShoot } from './demoShoot'

/** Duckweed and far leaves: where each lies on the picture, its half sizes, its colour. */
const PADS = Array.from({ length: 46 }, (_, i) => ({
  x: (i * 37 + 11) % PICTURE_WIDE,
  y: 52 + ((i * 29) % (PICTURE_HIGH - 52)),
  wide: 5 + ((i * 7) % 13),
  high: 2 + ((i * 5) % 5),
  colour: [38 + (i % 5) * 14, 74 + ((i * 11) % 60), 30 + (i % 4) * 9]
}))

/** The pond behind, as a photograph might have it: water that darkens downwards, green on it. */
function pond(): string {
  const bytes: number[] = []
  for (let y = 0; y < PICTURE_HIGH; y++)
    for (let x = 0; x < PICTURE_WIDE; x++) {
      const down = y / PICTURE_HIGH
      const pad = PADS.findLast(
        (each) => ((x - each.x) / each.wide) ** 2 + ((y - each.y) / each.high) ** 2 < 1
      )
      bytes.push(...(pad?.colour ?? [156 - 110 * down, 190 - 105 * down, 205 - 125 * down]))
    }
  return Buffer.from(bytes).toString('base64')
}

/**
 * A beetle on a leaf by the pond: daylight behind at a lower limit, paler towards the sky; one soft
 * head for what faces the lens.
 */
export const leafBeetle = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = onSlate('daylight-fill', 'Leaf beetle, mill pond', strobe)
  const reading = (ev: number) => ({
    value: { kind: 'ev' as const, ev },
    limit: 'exact' as const,
    via: 'incident' as const,
    atMagnification: 0.55,
    takenAt: null,
    look: null
  })
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'beetle',
      finish: 'gloss',
      colour: '#2f6a4a',
      roughness: 0.06,
      texture: 0.25,
      widthMm: 33,
      heightMm: 31,
      depthMm: 12,
      rotationDeg: 0,
      sharpDepthMm: 1.8,
      reflectance: 0.14,
      speedMmS: 4,
      directionDeg: 0
    },
    props: [
      {
        shape: 'leaf',
        finish: 'translucent',
        widthMm: 42,
        heightMm: 66,
        depthMm: 5,
        rotationDeg: -8,
        reflectance: 0.16,
        ...PLAIN,
        transmittance: 0.12,
        colour: '#6f9a3a',
        texture: 0.2,
        id: 'T1',
        name: 'Leaf',
        rests: 'free',
        xMm: 3,
        yMm: -7,
        zMm: -8
      }
    ],
    background: {
      ...base.background,
      distanceMm: 420,
      widthMm: 400,
      heightMm: 300,
      reflectance: 0.2,
      picture: { name: 'the pond', pixels: pond() },
      gradientStops: 1.5,
      gradientDeg: 90
    },
    settings: { ...base.settings, apertureStops: 20 / 3 },
    focus: { ...base.focus, magnification: 0.55 },
    goals: { ...base.goals, backgroundStops: -1, backgroundLeastStops: -2.5 },
    ambient: { ...base.ambient, subject: reading(11), background: reading(12.4) },
    lights: [
      light({
        id: 'A',
        name: 'Shell',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'shell-300')],
        at: { distanceMm: 340, azimuthDeg: 35, elevationDeg: 42 }
      })
    ]
  }
  return {
    id: 'demo-leaf',
    stage: 'light',
    at: '2026-11-22T10:25:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
