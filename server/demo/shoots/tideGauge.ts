import type { AmbientReading, Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { light, settled, onSlate, type DemoShoot } from './demoShoot'

/** A drum with a domed lid on a collar. */
const GAUGE: Plan['subject']['profile'] = [
  { out: 1, up: 0, corner: true },
  { out: 1, up: 0.06, corner: true },
  { out: 0.88, up: 0.07, corner: true },
  { out: 0.88, up: 0.62, corner: true },
  { out: 0.96, up: 0.64, corner: true },
  { out: 0.96, up: 0.7, corner: true },
  { out: 0.86, up: 0.72, corner: true },
  { out: 0.72, up: 0.84, corner: false },
  { out: 0.34, up: 0.92, corner: false },
  { out: 0.12, up: 0.94, corner: true },
  { out: 0.12, up: 1, corner: true },
  { out: 0, up: 1, corner: true }
]

/**
 * The harbour's brass tide gauge at dusk: aperture and strobe stay, the shutter follows the sky over
 * the water; a cloud came by at one of the readings.
 */
export const tideGauge = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = onSlate('daylight-fill', 'Brass tide gauge at dusk', strobe)
  const magnification = 0.12
  const reading = (ev: number, time: string): AmbientReading => ({
    value: { kind: 'ev', ev },
    limit: 'exact',
    via: 'lens',
    atMagnification: magnification,
    takenAt: `2026-11-24T${time}:00.000Z`,
    look: 'daylight-fill'
  })
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'lathe',
      profile: GAUGE,
      finish: 'metal',
      colour: '#b8923f',
      roughness: 0.28,
      widthMm: 90,
      heightMm: 150,
      depthMm: 90,
      sharpDepthMm: 30,
      reflectance: 0.5,
      speedMmS: 0
    },
    table: {
      belowMm: 75.2,
      widthMm: 900,
      depthMm: 500,
      reflectance: 0.2,
      finish: 'matt',
      roughness: 0
    },
    background: {
      ...base.background,
      distanceMm: 30000,
      widthMm: 30000,
      heightMm: 20000,
      reflectance: 0.3,
      colour: '#7d93a8',
      gradientStops: 2,
      gradientDeg: 90
    },
    ambient: {
      ...base.ambient,
      subject: { ...reading(3.4, '16:30'), via: 'incident' },
      background: reading(5.3, '16:30'),
      colour: {
        subject: { kind: 'daylight', kelvin: 8500 },
        background: { kind: 'daylight', kelvin: 9500 }
      },
      recheckMinutes: 5
    },
    falling: {
      latitudeDeg: 50,
      longitudeDeg: -4.5,
      date: '2026-11-24',
      way: 'dusk',
      lights: 'sky',
      levelStops: -1,
      bracketStops: 1 / 3,
      readings: [
        { id: 'first', reading: reading(8.4, '15:58') },
        { id: 'second', reading: reading(8, '16:06') },
        { id: 'third', reading: reading(7.2, '16:14') },
        { id: 'cloud', reading: reading(4.7, '16:22') }
      ],
      dropped: []
    },
    settings: { ...base.settings, apertureStops: 6, shutterStops: 1 / 3, highSpeedSync: false },
    focus: { ...base.focus, magnification },
    goals: { ...base.goals, backgroundStops: 0, backgroundLeastStops: -2 },
    lights: [
      light({
        id: 'A',
        name: 'Panel',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'panel-200')],
        filters: [demoItem('filter', 'warm-quarter')],
        at: { distanceMm: 800, azimuthDeg: 50, elevationDeg: 35 }
      })
    ]
  }
  return {
    id: 'demo-gauge',
    stage: 'dark',
    at: '2026-11-24T16:40:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
